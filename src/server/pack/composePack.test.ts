import fc from 'fast-check'
import { unzipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { publicKeyOf, sealFiles } from '@/core/pack/seal'
import { verifyPack } from '@/core/pack/verifyPack'
import { crc32 } from '@/db/queries/crc32'
import { CHUNK_BYTES } from '@/db/queries/fileChunks'
import { ChangedSource, type PackSource, type StoredSource, composePack } from './composePack'
import { ofBytes } from './sealedSources'
import { sha256Of } from '@/db/queries/files'

const KEY = '07'.repeat(32)
const AT = new Date('2026-05-02T10:11:12Z')
const facts = { jobName: 'House', sealedAt: AT.toISOString() }

/** A file in parts of a few bytes, as it would come from a database. */
const inParts = (path: string, bytes: Uint8Array, size: number, change: Partial<StoredSource> = {}): StoredSource => ({
  path,
  sha256: sha256Of(bytes),
  byteCount: bytes.length,
  crc32: crc32(bytes),
  parts: async function* () {
    for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size)
  },
  ...change,
})

/** The bytes that a composed pack stands for, with the stored files put in where they are named. */
async function composed(sources: readonly PackSource[]): Promise<Uint8Array> {
  const { byteCount, sha256, parts } = await composePack(sources, AT)
  const bytes: Uint8Array[] = []
  for (const part of parts) {
    if ('bytes' in part) {
      expect(part.bytes.length).toBeLessThanOrEqual(CHUNK_BYTES)
      bytes.push(part.bytes)
      continue
    }
    const named = sources.find((one) => !('bytes' in one) && one.sha256 === part.of.sha256) as StoredSource
    for await (const piece of named.parts()) bytes.push(piece)
  }
  const zip = new Uint8Array(Buffer.concat(bytes))
  expect([byteCount, sha256]).toEqual([zip.length, sha256Of(zip)])
  return zip
}

/** Every second file is stored already, the others are made. */
const sealed = (files: Readonly<Record<string, Uint8Array>>, size = 700) =>
  composed(
    Object.entries(sealFiles(files, facts, KEY)).map(([path, bytes], k) =>
      k % 2 === 0 && path in files ? inParts(path, bytes, size) : ofBytes(path, bytes),
    ),
  )

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
  it('does not pack again what is packed already, and copies nothing that is stored', async () => {
    const bytes = new Uint8Array(5000)
    expect((await composed([ofBytes('a.jpg', bytes)])).length).toBeGreaterThan(5000)
    expect((await composed([ofBytes('a.csv', bytes)])).length).toBeLessThan(300)
    const { parts } = await composePack([inParts('a.csv', bytes, 900)], AT)
    expect(parts.map((part) => ('bytes' in part ? 'own' : part.of.byteCount))).toEqual(['own', 5000, 'own'])
  })
  it('is the same whether a checksum was kept or is still to be worked out', async () => {
    const bytes = new Uint8Array(5000).fill(9)
    expect(await composed([inParts('a.dat', bytes, 900, { crc32: null })])).toEqual(
      await composed([inParts('a.dat', bytes, 900)]),
    )
  })
  it('has own bytes in parts of a chunk at most', async () => {
    const bytes = new Uint8Array(2 * CHUNK_BYTES + 5)
    expect(unzipSync(await composed([ofBytes('a.pdf', bytes)]))['a.pdf']?.length).toBe(bytes.length)
  })
  const bytes = new Uint8Array(5000).fill(7)
  it.each([
    ['other bytes', inParts('a.jpg', bytes.slice().fill(8, 4000), 900, { sha256: sha256Of(bytes) })],
    ['another checksum', inParts('a.jpg', bytes, 900, { crc32: 5 })],
    ['fewer bytes', inParts('a.jpg', bytes.subarray(0, 4000), 900, { byteCount: 5000 })],
  ])('is not composed of a file with %s than were recorded', async (_what, changed) => {
    await expect(composePack([changed], AT)).rejects.toBeInstanceOf(ChangedSource)
  })
  it('breaks off where a file cannot be read to its end', async () => {
    const broken = inParts('a.csv', bytes, 900, {
      parts: async function* () {
        yield bytes.subarray(0, 3)
        await Promise.resolve()
        throw new Error('chunk 1 is missing')
      },
    })
    await expect(composePack([broken], AT)).rejects.toThrow('chunk 1 is missing')
  })
})
