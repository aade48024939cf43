import fc from 'fast-check'
import { unzipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { publicKeyOf, sealFiles } from '@/core/pack/seal'
import { verifyPack } from '@/core/pack/verifyPack'
import { writePack } from './packWriter'

const KEY = '07'.repeat(32)
const AT = new Date('2026-05-02T10:11:12Z')
const facts = { jobName: 'House', sealedAt: AT.toISOString() }

describe('a pack as sealing writes it', () => {
  it('is intact, and unpacks to the same bytes elsewhere', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.dictionary(
          fc.stringMatching(/^[a-z]{1,8}(-Zähler)?\.(csv|jpg|json|cff)$/),
          fc.uint8Array({ maxLength: 3000 }),
          { maxKeys: 6 },
        ),
        async (files) => {
          const zip = await writePack(sealFiles(files, facts, KEY), AT)
          expect(verifyPack(zip, publicKeyOf(KEY)).problems).toEqual([])
          const unpacked = unzipSync(zip)
          for (const [path, bytes] of Object.entries(files)) expect(unpacked[path]).toEqual(bytes)
        },
      ),
      { seed: 17, numRuns: 40 },
    )
  })
  it('is the same bytes for the same job at the same moment', async () => {
    const files = sealFiles({ 'readings.csv': new TextEncoder().encode('a,b\n'.repeat(500)) }, facts, KEY)
    expect(await writePack(files, AT)).toEqual(await writePack(files, AT))
  })
  it('does not pack again what is packed already', async () => {
    const bytes = new Uint8Array(5000)
    const length = async (path: string) => (await writePack({ [path]: bytes }, AT)).length
    expect(await length('a.jpg')).toBeGreaterThan(5000)
    expect(await length('a.csv')).toBeLessThan(300)
  })
})
