import { createHash } from 'node:crypto'
import { promisify } from 'node:util'
import { deflateRaw } from 'node:zlib'
import { crc32 } from '@/db/queries/crc32'
import { CHUNK_BYTES, piecesOf } from '@/db/queries/fileChunks'
import type { FilePart } from '@/db/queries/fileParts'
import { directoryEntry, endOfDirectory, headerFacts, localHeader } from './zipHeaders'

/** Files that are packed already: to pack them again takes time and saves nothing. */
const PACKED_ALREADY = /\.(jpg|pdf|png)$/

/** A file that was made for the pack and is at hand as a whole. */
export interface MadeSource {
  path: string
  sha256: string
  byteCount: number
  bytes: Uint8Array
}

/** A file that is stored already; it goes into the pack as it is, and is read part by part to be held against its digest. */
export interface StoredSource {
  path: string
  sha256: string
  byteCount: number
  /** `null` where it was stored before checksums were kept. */
  crc32: number | null
  parts: () => AsyncIterable<Uint8Array>
}

export type PackSource = MadeSource | StoredSource

/** A file's bytes are not what its manifest says: a pack with it would be a forgery of itself. */
export class ChangedSource extends Error {
  override name = 'ChangedSource'
}

const deflated = promisify(deflateRaw)

async function checksumOf({ crc32: kept, parts }: StoredSource): Promise<number> {
  if (kept !== null) return kept
  let crc = 0
  for await (const part of parts()) crc = crc32(part, crc)
  return crc
}

/** Begins to read before it is asked: what comes first is on its way while the file before is still looked at. */
function begun(parts: AsyncIterable<Uint8Array>): AsyncIterable<Uint8Array> {
  const reader = parts[Symbol.asyncIterator]()
  let ahead: ReturnType<typeof reader.next> | null = reader.next()
  // what goes wrong is told where it is waited for
  ahead.catch(() => undefined)
  return {
    [Symbol.asyncIterator]: () => ({
      next: () => {
        const next = ahead ?? reader.next()
        ahead = null
        return next
      },
    }),
  }
}

/** A pack as it grows: its parts, and the digest of all their bytes. */
class Composed {
  at = 0
  readonly parts: FilePart[] = []
  readonly #digest = createHash('sha256')
  #own: Uint8Array[] = []

  /** Bytes that the pack alone has. */
  add(bytes: Uint8Array): void {
    this.#digest.update(bytes)
    this.#own.push(bytes)
    this.at += bytes.length
  }

  /** A stored file as it is. @throws ChangedSource where its bytes are not those of its digest and its checksum */
  async addStored(
    { path, sha256, byteCount }: StoredSource,
    parts: AsyncIterable<Uint8Array>,
    crc: number,
  ): Promise<void> {
    this.#close()
    const own = createHash('sha256')
    let [read, checksum] = [0, 0]
    for await (const part of parts) {
      own.update(part)
      this.#digest.update(part)
      checksum = crc32(part, checksum)
      read += part.length
    }
    if (own.digest('hex') !== sha256 || checksum !== crc || read !== byteCount)
      throw new ChangedSource(`${path}: its bytes are not what was recorded of it`)
    this.parts.push({ of: { sha256, byteCount } })
    this.at += byteCount
  }

  /** Own bytes so far become parts, none larger than a chunk. */
  #close(): void {
    for (const bytes of piecesOf(Buffer.concat(this.#own), CHUNK_BYTES)) this.parts.push({ bytes })
    this.#own = []
  }

  end(): { byteCount: number; sha256: string; parts: readonly FilePart[] } {
    this.#close()
    return { byteCount: this.at, sha256: this.#digest.digest('hex'), parts: this.parts }
  }
}

/**
 * Composes a sealed pack in the one layout that the verifier takes: file after file without a gap, then the directory, then its end. What is stored
 * already is named and not copied: pictures and recordings stand in the pack as they are, one part of one of them in memory at a time.
 *
 * @returns size and digest of the pack, and what it consists of
 * @throws ChangedSource where a stored file's bytes are not those of its digest
 */
export async function composePack(
  sources: readonly PackSource[],
  at: Date,
): Promise<{ byteCount: number; sha256: string; parts: readonly FilePart[] }> {
  const pack = new Composed()
  const directory: Buffer[] = []
  let ahead: AsyncIterable<Uint8Array> | null = null
  for (const [k, source] of sources.entries()) {
    const following = sources[k + 1]
    const localAt = pack.at
    const isMade = 'bytes' in source
    const isDeflated = isMade && !PACKED_ALREADY.test(source.path)
    const packed = isDeflated ? await deflated(source.bytes, { level: 6 }) : null
    const crc = isMade ? crc32(source.bytes) : await checksumOf(source)
    const { byteCount } = source
    const facts = headerFacts(source.path, at, isDeflated, {
      crc,
      byteCount,
      packedByteCount: packed?.length ?? byteCount,
    })
    pack.add(localHeader(facts))
    if (isMade) pack.add(packed ?? source.bytes)
    else {
      const own = ahead ?? source.parts()
      ahead = following && !('bytes' in following) ? begun(following.parts()) : null
      await pack.addStored(source, own, crc)
    }
    directory.push(directoryEntry(facts, localAt))
  }
  const listed = Buffer.concat(directory)
  const listedAt = pack.at
  pack.add(listed)
  pack.add(endOfDirectory(sources.length, listed.length, listedAt))
  return pack.end()
}
