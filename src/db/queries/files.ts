import { createHash } from 'node:crypto'
import { eq, inArray, sql } from 'drizzle-orm'
import type { Db } from '../client'
import { fileChunk, storedFile } from '../schema'
import { crc32 } from './crc32'
import { BrokenFile, type ByteRange, CHUNK_BYTES, type StoredFacts, chunksOf, piecesOf } from './fileChunks'
import { partsOf } from './fileParts'

export { BrokenFile, type ByteRange, CHUNK_BYTES, type StoredFacts }

/** SHA-256 of bytes, in hex, by the platform. */
export const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/**
 * Stores bytes under their digest, in chunks; the same bytes twice are one file, and bytes that were taken out once are stored anew. Called in the
 * transaction that names the file: until it ends nobody takes the bytes out. Answers with the digest.
 */
export async function storeFile(db: Db, bytes: Uint8Array, mediaType: string): Promise<string> {
  const sha256 = sha256Of(bytes)
  const chunkCount = Math.ceil(bytes.length / CHUNK_BYTES)
  const added = await db
    .insert(storedFile)
    .values({
      sha256,
      byteCount: bytes.length,
      mediaType,
      chunkCount,
      crc32: crc32(bytes),
    })
    .onConflictDoNothing()
    .returning({ sha256: storedFile.sha256 })
  if (added.length === 0 && !(await bringBack(db, sha256, chunkCount))) return sha256
  let index = 0
  for (const chunk of piecesOf(bytes, CHUNK_BYTES)) {
    await db.insert(fileChunk).values({ sha256, index, bytes: chunk })
    index++
  }
  return sha256
}

/** Holds a stored file as it is until the transaction ends. @returns whether its bytes were taken out once, and have to be stored again */
async function bringBack(db: Db, sha256: string, chunkCount: number): Promise<boolean> {
  const { rows } = await db.execute<{ wanted: boolean }>(sql`select hold_file(${sha256}, ${chunkCount}) as wanted`)
  return rows[0]?.wanted === true
}

export async function fileFacts(db: Db, sha256: string): Promise<StoredFacts | null> {
  const [row] = await db.select().from(storedFile).where(eq(storedFile.sha256, sha256)).limit(1)
  return row ?? null
}

/** Facts of several files by their digests; one that is not there is not in it. */
export async function filesFacts(db: Db, digests: readonly string[]): Promise<ReadonlyMap<string, StoredFacts>> {
  if (digests.length === 0) return new Map()
  const rows = await db
    .select()
    .from(storedFile)
    .where(inArray(storedFile.sha256, [...digests]))
  return new Map(rows.map((row) => [row.sha256, row]))
}

type FactsToRead = Pick<StoredFacts, 'sha256' | 'byteCount' | 'chunkCount' | 'partCount'>

/** Bytes of a file, or of a range of it, part by part, whether it lies in chunks or is composed of others. @throws BrokenFile where a part is missing */
export const fileParts = (
  db: Db,
  facts: FactsToRead,
  { from, to }: ByteRange = { from: 0, to: facts.byteCount - 1 },
): AsyncGenerator<Uint8Array> =>
  (facts.partCount > 0 ? partsOf : chunksOf)(db, facts, { from, to: Math.min(to, facts.byteCount - 1) })

/** Parts one after the other as a stream that asks for the next when it is read; one that fails breaks it off. */
export function streamOf(parts: AsyncGenerator<Uint8Array>): ReadableStream<Uint8Array> {
  return new ReadableStream({
    async pull(controller) {
      const { value, done } = await parts.next()
      if (done) controller.close()
      else controller.enqueue(value)
    },
    async cancel() {
      await parts.return(undefined)
    },
  })
}

/** The bytes of a file, or of a range of it, as a stream; a missing part breaks it off. */
export const fileStream = (db: Db, facts: FactsToRead, range?: ByteRange): ReadableStream<Uint8Array> =>
  streamOf(fileParts(db, facts, range))

/** A whole file in memory, for what needs all of it; empty for one that is not there. @throws BrokenFile where a part is missing */
export async function fileBytes(db: Db, sha256: string): Promise<Uint8Array> {
  const facts = await fileFacts(db, sha256)
  if (!facts) return new Uint8Array()
  const parts: Uint8Array[] = []
  for await (const part of fileParts(db, facts)) parts.push(part)
  return new Uint8Array(Buffer.concat(parts))
}
