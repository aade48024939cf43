import { type AnyColumn, type SQL, and, eq, sql } from 'drizzle-orm'
import type { Db } from '../client'
import { fileChunk, type storedFile } from '../schema'

export const CHUNK_BYTES = 1024 * 1024

export type StoredFacts = typeof storedFile.$inferSelect

/** A stored file that lacks a part: never handed out as a shorter one. */
export class BrokenFile extends Error {
  override name = 'BrokenFile'
}

/** Bytes of a file that are asked for, both ends counted in, from 0. */
export interface ByteRange {
  from: number
  to: number
}

/** Bytes as pieces of one size, the last one shorter; none of nothing. */
export function* piecesOf(bytes: Uint8Array, size: number): Iterable<Buffer> {
  for (let at = 0; at < bytes.length; at += size)
    yield Buffer.from(bytes.buffer, bytes.byteOffset + at, Math.min(size, bytes.length - at))
}

/** Bytes on their way out of the database: the driver reads its usual hexadecimal digits eight times as slowly as these. */
export const asBase64 = (bytes: AnyColumn): SQL<string> => sql<string>`encode(${bytes}, 'base64')`
export const fromBase64 = (text: string): Buffer => Buffer.from(text, 'base64')

/** Chunks of a file, or of a range of it; the next one is fetched while one is read. @throws BrokenFile where a chunk is missing, or more is asked for than there are */
export async function* chunksOf(
  db: Db,
  { sha256, chunkCount }: Pick<StoredFacts, 'sha256' | 'chunkCount'>,
  { from, to }: ByteRange,
): AsyncGenerator<Uint8Array> {
  const last = Math.floor(to / CHUNK_BYTES)
  if (last >= chunkCount) throw new BrokenFile(`chunk ${last} is asked for, and there are ${chunkCount}`)
  const fetchChunk = async (index: number) => {
    const [chunk] = await db
      .select({ bytes: asBase64(fileChunk.bytes) })
      .from(fileChunk)
      .where(and(eq(fileChunk.sha256, sha256), eq(fileChunk.index, index)))
      .limit(1)
    if (!chunk) throw new BrokenFile(`chunk ${index} of ${chunkCount} is missing`)
    return fromBase64(chunk.bytes)
  }
  let ahead: Promise<Buffer> | null = null
  for (let index = Math.floor(from / CHUNK_BYTES); index <= last; index++) {
    const bytes = await (ahead ?? fetchChunk(index))
    ahead = index < last ? fetchChunk(index + 1) : null
    // what goes wrong is told where it is waited for; a reader that has left is told nothing
    ahead?.catch(() => undefined)
    const began = index * CHUNK_BYTES
    yield bytes.subarray(Math.max(0, from - began), to - began + 1)
  }
}
