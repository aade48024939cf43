import { and, asc, eq, inArray } from 'drizzle-orm'
import { createHash } from 'node:crypto'
import type { Db } from '../client'
import { fileChunk, storedFile } from '../schema'

export const CHUNK_BYTES = 1024 * 1024

/** SHA-256 of bytes, in hex, by the platform. */
export const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Parts of a stream as pieces of one size, the last one shorter; empty parts give none. */
async function* pieces(parts: AsyncIterable<Uint8Array> | Iterable<Uint8Array>, size: number): AsyncIterable<Buffer> {
  let held: Uint8Array[] = []
  let length = 0
  for await (const part of parts)
    for (let at = 0; at < part.length;) {
      const taken = part.subarray(at, at + size - length)
      held.push(taken)
      length += taken.length
      at += taken.length
      if (length < size) continue
      yield Buffer.concat(held)
      ;[held, length] = [[], 0]
    }
  if (length > 0) yield Buffer.concat(held)
}

/**
 * Stores a file that comes in parts, under a digest that is known beforehand; the same file twice is one. Holds two chunks in memory.
 *
 * @throws BrokenFile where the parts are not as long as was said
 */
export async function storeParts(
  db: Db,
  { sha256, byteCount, mediaType }: { sha256: string; byteCount: number; mediaType: string },
  parts: AsyncIterable<Uint8Array> | Iterable<Uint8Array>,
): Promise<void> {
  const added = await db
    .insert(storedFile)
    .values({ sha256, byteCount, mediaType, chunkCount: Math.ceil(byteCount / CHUNK_BYTES) })
    .onConflictDoNothing()
    .returning({ sha256: storedFile.sha256 })
  if (added.length === 0) return
  let [index, stored] = [0, 0]
  // the next piece is read while the database writes the one before
  let written: Promise<unknown> = Promise.resolve()
  for await (const bytes of pieces(parts, CHUNK_BYTES)) {
    await written
    written = db.insert(fileChunk).values({ sha256, index, bytes }).execute()
    // a source that fails first is what is told; the insert's own fault is told by the wait for it
    written.catch(() => undefined)
    index++
    stored += bytes.length
  }
  await written
  if (stored !== byteCount) throw new BrokenFile(`${stored} of ${byteCount} bytes came`)
}

/** Stores bytes under their digest, in chunks; the same bytes twice are one file. Answers with the digest. */
export async function storeFile(db: Db, bytes: Uint8Array, mediaType: string): Promise<string> {
  const sha256 = sha256Of(bytes)
  await storeParts(db, { sha256, byteCount: bytes.length, mediaType }, [bytes])
  return sha256
}

export type StoredFacts = typeof storedFile.$inferSelect

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

/** A stored file that lacks a part: never handed out as a shorter one. */
export class BrokenFile extends Error {
  override name = 'BrokenFile'
}

/** Bytes of a file that are asked for, both ends counted in, from 0. */
export interface ByteRange {
  from: number
  to: number
}

/** A file, or a range of it, as a stream; the next chunk is fetched while one is read. A missing chunk breaks the stream off. */
export function fileStream(
  db: Db,
  { sha256, chunkCount, byteCount }: { sha256: string; chunkCount: number; byteCount: number },
  { from, to }: ByteRange = { from: 0, to: byteCount - 1 },
): ReadableStream<Uint8Array> {
  let index = Math.floor(from / CHUNK_BYTES)
  const last = Math.min(Math.floor(to / CHUNK_BYTES), chunkCount - 1)
  const fetchChunk = async (wanted: number) => {
    const [chunk] = await db
      .select({ bytes: fileChunk.bytes })
      .from(fileChunk)
      .where(and(eq(fileChunk.sha256, sha256), eq(fileChunk.index, wanted)))
      .limit(1)
    if (!chunk) throw new BrokenFile(`chunk ${wanted} of ${chunkCount} is missing`)
    return chunk.bytes
  }
  let ahead: Promise<Buffer> | null = null
  return new ReadableStream({
    async pull(controller) {
      if (index > last) return controller.close()
      const bytes = await (ahead ?? fetchChunk(index))
      const began = index * CHUNK_BYTES
      index++
      ahead = index > last ? null : fetchChunk(index)
      ahead?.catch(() => undefined)
      controller.enqueue(bytes.subarray(Math.max(0, from - began), to - began + 1))
    },
  })
}

/** A whole file in memory, for what needs all of it; empty for one that is not there. @throws BrokenFile where a part is missing */
export async function fileBytes(db: Db, sha256: string): Promise<Uint8Array> {
  const [facts, chunks] = await Promise.all([
    fileFacts(db, sha256),
    db
      .select({ bytes: fileChunk.bytes })
      .from(fileChunk)
      .where(eq(fileChunk.sha256, sha256))
      .orderBy(asc(fileChunk.index)),
  ])
  if (facts && chunks.length !== facts.chunkCount)
    throw new BrokenFile(`${chunks.length} of ${facts.chunkCount} chunks are there`)
  return new Uint8Array(Buffer.concat(chunks.map(({ bytes }) => bytes)))
}
