import { createHash } from 'node:crypto'
import { type FileHandle, open } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import * as zlib from 'node:zlib'
import { crc32 as plainCrc32 } from '@/core/pack/crc32'
import { directoryEntry, endOfDirectory, headerFacts, localHeader } from './zipHeaders'

/** The platform's own where it has one: Node has it since 20.15. */
const crc32 = (zlib as { crc32?: (bytes: Uint8Array, before?: number) => number }).crc32 ?? plainCrc32

/** Files that are packed already: to pack them again takes time and saves nothing. */
const PACKED_ALREADY = /\.(jpg|pdf|png)$/

/** A file on its way into a pack, in parts, so that none has to be in memory as a whole. */
export interface PackSource {
  path: string
  /** What the manifest says of it. */
  sha256: string
  parts: () => AsyncIterable<Uint8Array> | Iterable<Uint8Array> | ReadableStream<Uint8Array>
}

/** A file's bytes are not what its manifest says: a pack with it would be a forgery of itself. */
export class ChangedSource extends Error {
  override name = 'ChangedSource'
}

/** Appends to a file, and knows how far it is. */
class Tape {
  at = 0
  constructor(private readonly file: FileHandle) {}
  async append(bytes: Uint8Array): Promise<void> {
    await this.file.write(bytes, 0, bytes.length, this.at)
    this.at += bytes.length
  }
  async overwrite(bytes: Uint8Array, at: number): Promise<void> {
    await this.file.write(bytes, 0, bytes.length, at)
  }
}

/** Packed bytes of a source, part by part, while checksum, digest and length of what went in are counted. */
class Counted {
  crc = 0
  byteCount = 0
  packedByteCount = 0
  readonly #digest = createHash('sha256')
  constructor(private readonly source: PackSource) {}

  async *#plain(): AsyncIterable<Uint8Array> {
    for await (const part of this.source.parts() as AsyncIterable<Uint8Array>) {
      this.crc = crc32(part, this.crc)
      this.#digest.update(part)
      this.byteCount += part.length
      yield part
    }
    if (this.#digest.digest('hex') !== this.source.sha256)
      throw new ChangedSource(`${this.source.path}: its bytes are not what was recorded of it`)
  }

  async writeTo(tape: Tape, isDeflated: boolean): Promise<void> {
    const began = tape.at
    if (isDeflated) for await (const part of deflated(this.#plain())) await tape.append(part)
    else for await (const part of this.#plain()) await tape.append(part)
    this.packedByteCount = tape.at - began
  }
}

/** Compressed beside the main thread; the stream pulls as fast as it is read. */
async function* deflated(parts: AsyncIterable<Uint8Array>): AsyncIterable<Uint8Array> {
  const packer = zlib.createDeflateRaw({ level: 6 })
  const done = pipeline(Readable.from(parts, { objectMode: false }), packer)
  // a source that fails breaks the packer off, and is told below
  done.catch(() => undefined)
  for await (const part of packer) yield part as Buffer
  await done
}

/**
 * Writes the files of a sealed pack to a file on disk in the one layout that the verifier takes: file after file without a gap, then the directory, then
 * its end. Holds one part of one file in memory at a time.
 *
 * @returns size and digest of the pack
 * @throws ChangedSource where a file's bytes are not those of its digest
 */
export async function writePack(
  target: string,
  sources: readonly PackSource[],
  at: Date,
): Promise<{ byteCount: number; sha256: string }> {
  const file = await open(target, 'wx+', 0o600)
  try {
    const tape = new Tape(file)
    const directory: Buffer[] = []
    for (const source of sources) {
      const localAt = tape.at
      const isDeflated = !PACKED_ALREADY.test(source.path)
      const counted = new Counted(source)
      // the header holds what is known only behind the data: it is written once for its room, and once for good
      const draft = headerFacts(source.path, at, isDeflated, counted)
      await tape.append(localHeader(draft))
      await counted.writeTo(tape, isDeflated)
      const facts = headerFacts(source.path, at, isDeflated, counted)
      await tape.overwrite(localHeader(facts), localAt)
      directory.push(directoryEntry(facts, localAt))
    }
    const listed = Buffer.concat(directory)
    const listedAt = tape.at
    await tape.append(listed)
    await tape.append(endOfDirectory(sources.length, listed.length, listedAt))
    return { byteCount: tape.at, sha256: await digestOf(file) }
  } finally {
    await file.close()
  }
}

async function digestOf(file: FileHandle): Promise<string> {
  const digest = createHash('sha256')
  for await (const part of file.createReadStream({ start: 0, autoClose: false })) digest.update(part as Buffer)
  return digest.digest('hex')
}
