import { promisify } from 'node:util'
import * as zlib from 'node:zlib'
import { crc32 as plainCrc32 } from '@/core/pack/crc32'

const deflate = promisify<Uint8Array, zlib.ZlibOptions, Buffer>(zlib.deflateRaw)
/** The platform's own where it has one: Node has it since 20.15. */
const crc32 = (zlib as { crc32?: (bytes: Uint8Array) => number }).crc32 ?? plainCrc32

const VERSION = 20
const UTF8_BIT = 1 << 11
const STORED = 0
const DEFLATED = 8
/** Files that are packed already: to pack them again takes time and saves nothing. */
const PACKED_ALREADY = /\.(jpg|pdf|png)$/

interface Packed {
  name: Buffer
  data: Uint8Array
  /** Version, options, method, time, checksum and sizes: what both headers of a file have in common. */
  common: Buffer
}

/** Date and time as a zip has them, in UTC: the same job sealed at the same moment gives the same bytes wherever that is. */
function dosTime(at: Date): { time: number; date: number } {
  return {
    time: (at.getUTCHours() << 11) | (at.getUTCMinutes() << 5) | (at.getUTCSeconds() >> 1),
    date: ((at.getUTCFullYear() - 1980) << 9) | ((at.getUTCMonth() + 1) << 5) | at.getUTCDate(),
  }
}

async function packed(path: string, bytes: Uint8Array, at: Date): Promise<Packed> {
  const method = PACKED_ALREADY.test(path) ? STORED : DEFLATED
  const data = method === STORED ? bytes : await deflate(bytes, { level: 6 })
  const name = Buffer.from(path, 'utf8')
  const { time, date } = dosTime(at)
  const common = Buffer.alloc(22)
  common.writeUInt16LE(VERSION, 0)
  common.writeUInt16LE(name.length === path.length ? 0 : UTF8_BIT, 2)
  common.writeUInt16LE(method, 4)
  common.writeUInt16LE(time, 6)
  common.writeUInt16LE(date, 8)
  common.writeUInt32LE(crc32(bytes), 10)
  common.writeUInt32LE(data.length, 14)
  common.writeUInt32LE(bytes.length, 18)
  return { name, data, common }
}

function localHeader({ name, common }: Packed): Buffer {
  const header = Buffer.alloc(30)
  header.writeUInt32LE(0x04034b50, 0)
  common.copy(header, 4)
  header.writeUInt16LE(name.length, 26)
  return Buffer.concat([header, name])
}

function directoryEntry({ name, common }: Packed, localAt: number): Buffer {
  const entry = Buffer.alloc(46)
  entry.writeUInt32LE(0x02014b50, 0)
  entry.writeUInt16LE(VERSION, 4)
  common.copy(entry, 6)
  entry.writeUInt16LE(name.length, 28)
  entry.writeUInt32LE(localAt, 42)
  return Buffer.concat([entry, name])
}

/**
 * Packs the files of a sealed pack in the one layout that the verifier takes: file after file without a gap, then the directory, then its end. Compresses
 * and checks beside the main thread, several files at once.
 */
export async function writePack(files: Readonly<Record<string, Uint8Array>>, at: Date): Promise<Uint8Array> {
  const all = await Promise.all(Object.entries(files).map(([path, bytes]) => packed(path, bytes, at)))
  const parts: Uint8Array[] = []
  const directory: Buffer[] = []
  let length = 0
  for (const file of all) {
    directory.push(directoryEntry(file, length))
    const header = localHeader(file)
    parts.push(header, file.data)
    length += header.length + file.data.length
  }
  const listed = Buffer.concat(directory)
  const end = Buffer.alloc(22)
  end.writeUInt32LE(0x06054b50, 0)
  end.writeUInt16LE(all.length, 8)
  end.writeUInt16LE(all.length, 10)
  end.writeUInt32LE(listed.length, 12)
  end.writeUInt32LE(length, 16)
  return new Uint8Array(Buffer.concat([...parts, listed, end]))
}
