import { randomBytes } from 'node:crypto'
import { and, eq } from 'drizzle-orm'
import { beforeAll, describe, expect, it } from 'vitest'
import { BrokenFile, CHUNK_BYTES, fileBytes, fileFacts, fileStream, sha256Of, storeFile } from '@/db/queries/files'
import { type FilePart, storeComposed } from '@/db/queries/fileParts'
import { fileChunk, filePart, storedFile } from '@/db/schema'
import { db } from '../support/database'

const own = (length: number) => new Uint8Array(randomBytes(length))
const [head, middle, tail] = [own(40), own(7), own(22)]
const large = own(CHUNK_BYTES + 300)
const small = own(90)

/** Own bytes around two stored files, one of them twice. */
const pieces = [head, large, middle, small, small, tail]
const whole = new Uint8Array(Buffer.concat(pieces))
const facts = { sha256: sha256Of(whole), byteCount: whole.length, mediaType: 'application/zip' }
const parts: FilePart[] = pieces.map((bytes) =>
  bytes === large || bytes === small ? { of: { sha256: sha256Of(bytes), byteCount: bytes.length } } : { bytes },
)

async function read(from: number, to: number): Promise<Buffer> {
  const stored = await fileFacts(db, facts.sha256)
  if (!stored) throw new Error('it is not there')
  const read: Uint8Array[] = []
  const stream = fileStream(db, stored, { from, to }) as unknown as AsyncIterable<Uint8Array>
  for await (const part of stream) read.push(part)
  return Buffer.concat(read)
}

beforeAll(async () => {
  await storeFile(db, large, 'application/octet-stream')
  await storeFile(db, small, 'image/jpeg')
  await storeComposed(db, facts, parts)
})

describe('a file that is composed of others', () => {
  it('comes back byte for byte, and stores nothing twice', async () => {
    expect(sha256Of(await fileBytes(db, facts.sha256))).toBe(facts.sha256)
    expect(await fileFacts(db, facts.sha256)).toMatchObject({ chunkCount: 0, partCount: 6, byteCount: whole.length })
    expect(await db.select().from(fileChunk).where(eq(fileChunk.sha256, facts.sha256))).toEqual([])
    const rows = await db.select().from(filePart).where(eq(filePart.sha256, facts.sha256))
    expect(rows.reduce((sum, { bytes }) => sum + (bytes?.length ?? 0), 0)).toBe(40 + 7 + 22)
  })

  const ends = [0, 39, 40, 41, 40 + CHUNK_BYTES - 1, 40 + CHUNK_BYTES, 40 + CHUNK_BYTES + 300, whole.length - 1]
  it.each(ends.flatMap((from) => ends.filter((to) => to >= from).map((to) => [from, to] as const)))(
    'gives the bytes %i to %i alone',
    async (from, to) => {
      expect(Buffer.compare(await read(from, to), Buffer.from(whole.subarray(from, to + 1)))).toBe(0)
    },
  )

  it('gives up to its end where more is asked for', async () => {
    expect((await read(whole.length - 5, whole.length + 1000)).length).toBe(5)
  })

  it('is one, however often it comes', async () => {
    await storeComposed(db, facts, parts)
    expect(await db.select().from(filePart).where(eq(filePart.sha256, facts.sha256))).toHaveLength(6)
  })

  it('is refused where its parts are not as long as was said, and nothing of it stays', async () => {
    const other = { ...facts, sha256: sha256Of(own(9)) }
    const shorter = storeComposed(db, other, parts.slice(1))
    await expect(shorter).rejects.toBeInstanceOf(BrokenFile)
    expect(await fileFacts(db, other.sha256)).toBeNull()
  })

  it('is refused where it names a file that is not there, as a whole', async () => {
    const missing: FilePart = { of: { sha256: sha256Of(own(9)), byteCount: 9 } }
    const other = { sha256: sha256Of(own(9)), byteCount: 9, mediaType: 'application/zip' }
    await expect(db.transaction((tx) => storeComposed(tx, other, [missing]))).rejects.toThrow()
    expect(await fileFacts(db, other.sha256)).toBeNull()
  })

  it('breaks off where a part is missing, and never comes out as a shorter one', async () => {
    const lacking = { ...facts, sha256: sha256Of(own(9)) }
    await db.insert(storedFile).values({ ...lacking, chunkCount: 0, partCount: 3 })
    let at = 0
    for (const [index, bytes] of [head, middle, tail].entries()) {
      if (index !== 1)
        await db
          .insert(filePart)
          .values({ sha256: lacking.sha256, index, at, byteCount: bytes.length, bytes: Buffer.from(bytes) })
      at += bytes.length
    }
    await expect(fileBytes(db, lacking.sha256)).rejects.toBeInstanceOf(BrokenFile)
  })

  it('is not made of one that is composed itself: what stands in it lies in chunks', async () => {
    const outer = { ...facts, sha256: sha256Of(own(9)) }
    await storeComposed(db, outer, [{ of: facts }])
    await expect(fileBytes(db, outer.sha256)).rejects.toBeInstanceOf(BrokenFile)
  })

  it.each([
    ['both bytes and a file', { bytes: Buffer.alloc(3), ofSha256: sha256Of(small), byteCount: 3 }],
    ['neither', { bytes: null, ofSha256: null, byteCount: 3 }],
    ['another length', { bytes: Buffer.alloc(3), ofSha256: null, byteCount: 4 }],
  ])('has no part with %s', async (_what, change) => {
    const row = { sha256: facts.sha256, index: 99, at: 0, ...change }
    await expect(db.insert(filePart).values(row)).rejects.toThrow()
    const where = and(eq(filePart.sha256, facts.sha256), eq(filePart.index, 99))
    expect(await db.select().from(filePart).where(where)).toEqual([])
  })
})
