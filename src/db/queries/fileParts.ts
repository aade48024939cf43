import { and, asc, eq, gt, lte, sql } from 'drizzle-orm'
import type { Db } from '../client'
import { filePart, storedFile } from '../schema'
import { BrokenFile, type ByteRange, type StoredFacts, asBase64, chunksOf, fromBase64 } from './fileChunks'

/** A piece of a composed file: bytes of its own, or another stored file as it is. */
export type FilePart = { bytes: Uint8Array } | { of: Pick<StoredFacts, 'sha256' | 'byteCount'> }

const lengthOf = (part: FilePart) => ('bytes' in part ? part.bytes.length : part.of.byteCount)

/** Rows that are added at once: none of them is larger than a chunk. */
const ROWS_AT_ONCE = 16

/**
 * Stores a file that consists of other files and of bytes of its own: what is stored already is not stored again. The same file twice is one.
 *
 * @throws BrokenFile where the parts together are not as long as was said
 */
export async function storeComposed(
  db: Db,
  { sha256, byteCount, mediaType }: { sha256: string; byteCount: number; mediaType: string },
  parts: readonly FilePart[],
): Promise<void> {
  const together = parts.reduce((sum, part) => sum + lengthOf(part), 0)
  if (together !== byteCount) throw new BrokenFile(`${together} of ${byteCount} bytes came`)
  const added = await db
    .insert(storedFile)
    .values({ sha256, byteCount, mediaType, chunkCount: 0, partCount: parts.length })
    .onConflictDoNothing()
    .returning({ sha256: storedFile.sha256 })
  if (added.length === 0) return
  let at = 0
  const rows = parts.map((part, index) => {
    const row = {
      sha256,
      index,
      at,
      byteCount: lengthOf(part),
      bytes: 'bytes' in part ? Buffer.from(part.bytes) : null,
      ofSha256: 'bytes' in part ? null : part.of.sha256,
    }
    at += row.byteCount
    return row
  })
  for (let k = 0; k < rows.length; k += ROWS_AT_ONCE) await db.insert(filePart).values(rows.slice(k, k + ROWS_AT_ONCE))
}

const ownBytes = async (db: Db, sha256: string, index: number): Promise<Buffer> => {
  const [row] = await db
    .select({ bytes: asBase64(filePart.bytes) })
    .from(filePart)
    .where(and(eq(filePart.sha256, sha256), eq(filePart.index, index)))
    .limit(1)
  if (!row) throw new BrokenFile(`part ${index} is missing`)
  return fromBase64(row.bytes)
}

/**
 * Bytes of a composed file, or of a range of it, one chunk in memory at a time.
 *
 * @throws BrokenFile where a part is missing, or does not follow on the one before
 */
export async function* partsOf(
  db: Db,
  { sha256, byteCount, partCount }: Pick<StoredFacts, 'sha256' | 'byteCount' | 'partCount'>,
  { from, to: end }: ByteRange,
): AsyncGenerator<Uint8Array> {
  const rows = await db
    .select({
      index: filePart.index,
      at: filePart.at,
      byteCount: filePart.byteCount,
      ofSha256: filePart.ofSha256,
      chunkCount: storedFile.chunkCount,
    })
    .from(filePart)
    .leftJoin(storedFile, eq(storedFile.sha256, filePart.ofSha256))
    .where(
      and(eq(filePart.sha256, sha256), lte(filePart.at, end), gt(sql`${filePart.at} + ${filePart.byteCount}`, from)),
    )
    .orderBy(asc(filePart.index))
    .limit(partCount)
  let reached = from
  for (const row of rows) {
    if (row.at > reached) break
    const range = { from: reached - row.at, to: Math.min(end - row.at, row.byteCount - 1) }
    if (row.ofSha256 === null) yield (await ownBytes(db, sha256, row.index)).subarray(range.from, range.to + 1)
    else yield* chunksOf(db, { sha256: row.ofSha256, chunkCount: row.chunkCount ?? 0 }, range)
    reached = row.at + range.to + 1
  }
  if (reached <= end) throw new BrokenFile(`of ${byteCount} bytes nothing is there from ${reached} on`)
}
