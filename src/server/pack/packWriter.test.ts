import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import fc from 'fast-check'
import { unzipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { publicKeyOf, sealFiles } from '@/core/pack/seal'
import { verifyPack } from '@/core/pack/verifyPack'
import { inOwnFolder } from '../ownFolder'
import { ChangedSource, type PackSource, writePack } from './packWriter'
import { ofBytes } from './sealedSources'

const KEY = '07'.repeat(32)
const AT = new Date('2026-05-02T10:11:12Z')
const facts = { jobName: 'House', sealedAt: AT.toISOString() }

/** A file in parts of a few bytes, as it would come from a database. */
const inParts = (path: string, bytes: Uint8Array, size: number): PackSource => ({
  ...ofBytes(path, bytes),
  parts: () =>
    Array.from({ length: Math.ceil(bytes.length / size) }, (_, k) => bytes.subarray(k * size, (k + 1) * size)),
})
const written = (sources: readonly PackSource[]): Promise<Uint8Array> =>
  inOwnFolder(async (folder) => {
    const target = join(folder, 'pack.zip')
    const { byteCount, sha256 } = await writePack(target, sources, AT)
    const bytes = new Uint8Array(await readFile(target))
    expect([byteCount, sha256]).toEqual([bytes.length, ofBytes('', bytes).sha256])
    return bytes
  })
const sealed = (files: Readonly<Record<string, Uint8Array>>, size = 700) =>
  written(Object.entries(sealFiles(files, facts, KEY)).map(([path, bytes]) => inParts(path, bytes, size)))

describe('a pack as sealing writes it', () => {
  it('is intact, and unpacks to the same bytes elsewhere', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.dictionary(
          fc.stringMatching(/^[a-z]{1,8}(-Zähler)?\.(csv|jpg|json|cff)$/),
          fc.uint8Array({ maxLength: 3000 }),
          { maxKeys: 6 },
        ),
        fc.integer({ min: 1, max: 4000 }),
        async (files, size) => {
          const zip = await sealed(files, size)
          expect(verifyPack(zip, publicKeyOf(KEY)).problems).toEqual([])
          const unpacked = unzipSync(zip)
          for (const [path, bytes] of Object.entries(files)) expect(unpacked[path]).toEqual(bytes)
        },
      ),
      { seed: 17, numRuns: 40 },
    )
  })
  it('is the same bytes for the same job at the same moment', async () => {
    const files = { 'readings.csv': new TextEncoder().encode('a,b\n'.repeat(500)) }
    expect(await sealed(files)).toEqual(await sealed(files))
  })
  it('does not pack again what is packed already', async () => {
    const bytes = new Uint8Array(5000)
    const length = async (path: string) => (await written([inParts(path, bytes, 900)])).length
    expect(await length('a.jpg')).toBeGreaterThan(5000)
    expect(await length('a.csv')).toBeLessThan(300)
  })
  it.each(['a.jpg', 'a.csv'])('is not written with a file that changed since it was recorded: %s', async (path) => {
    const bytes = new Uint8Array(5000).fill(7)
    const changed = { ...inParts(path, bytes.slice().fill(8, 4000), 900), sha256: ofBytes(path, bytes).sha256 }
    await expect(written([changed])).rejects.toBeInstanceOf(ChangedSource)
  })
  it('breaks off where a file cannot be read to its end', async () => {
    const broken: PackSource = {
      ...ofBytes('a.csv', new Uint8Array(9)),
      parts: function* () {
        yield new Uint8Array(3)
        throw new Error('chunk 1 is missing')
      },
    }
    await expect(written([broken])).rejects.toThrow('chunk 1 is missing')
  })
})
