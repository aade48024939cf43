import { and, asc, eq } from 'drizzle-orm'
import { createHash } from 'node:crypto'
import type { Db } from '../client'
import { fileChunk, storedFile } from '../schema'

export const CHUNK_BYTES = 1024 * 1024

/** SHA-256 of bytes, in hex, by the platform. */
export const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Stores bytes under their digest, in chunks; the same bytes twice are one file. Answers with the digest. */
export async function storeFile(db: Db, bytes: Uint8Array, mediaType: string): Promise<string> {
  const sha256 = sha256Of(bytes)
  const added = await db
    .insert(storedFile)
    .values({ sha256, byteCount: bytes.length, mediaType, chunkCount: Math.ceil(bytes.length / CHUNK_BYTES) })
    .onConflictDoNothing()
    .returning({ sha256: storedFile.sha256 })
  if (added.length === 0) return sha256
  for (let at = 0, index = 0; at < bytes.length; at += CHUNK_BYTES, index++)
    await db.insert(fileChunk).values({
      sha256,
      index,
      bytes: Buffer.from(bytes.buffer, bytes.byteOffset + at, Math.min(CHUNK_BYTES, bytes.length - at)),
    })
  return sha256
}

export async function fileFacts(db: Db, sha256: string): Promise<typeof storedFile.$inferSelect | null> {
  const [row] = await db.select().from(storedFile).where(eq(storedFile.sha256, sha256)).limit(1)
  return row ?? null
}

/** A stored file that lacks a part: never handed out as a shorter one. */
export class BrokenFile extends Error {
  override name = 'BrokenFile'
}

/** A file as a stream, one chunk in memory at a time. A missing chunk breaks the stream off. */
export function fileStream(
  db: Db,
  { sha256, chunkCount }: { sha256: string; chunkCount: number },
): ReadableStream<Uint8Array> {
  let index = 0
  return new ReadableStream({
    async pull(controller) {
      if (index === chunkCount) return controller.close()
      const [chunk] = await db
        .select({ bytes: fileChunk.bytes })
        .from(fileChunk)
        .where(and(eq(fileChunk.sha256, sha256), eq(fileChunk.index, index)))
        .limit(1)
      if (!chunk) throw new BrokenFile(`chunk ${index} of ${chunkCount} is missing`)
      index++
      controller.enqueue(new Uint8Array(chunk.bytes))
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
