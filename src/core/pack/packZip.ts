import { Inflate } from 'pako'
import { crc32 } from './crc32'

/** Bounds that keep a hostile archive from filling memory. */
export const PACK_BOUNDS = { maxBytes: 256 * 1024 * 1024, maxUnpackedBytes: 512 * 1024 * 1024, maxFiles: 2000 } as const

/** One file of the archive as its directory names it: its bytes, or why they cannot be had. */
export interface PackEntry {
  path: string
  bytes: Uint8Array | null
  fault: string | null
}

/** What an archive holds, and every place where it is not laid out as sealing lays it out. */
export interface PackZip {
  entries: PackEntry[]
  /** Sentences with their byte place; empty for the layout that sealing writes. */
  layout: string[]
}

const LOCAL = { signature: 0x04034b50, length: 30 }
const CENTRAL = { signature: 0x02014b50, length: 46 }
const END = { signature: 0x06054b50, length: 22 }
const STORED = 0
const DEFLATED = 8
/** Only how hard the compressor tried; of no meaning to anybody who unpacks. */
const EFFORT_BITS = 0b110
const UTF8_BIT = 1 << 11
/** The two headers of a file are written one after the other, and may fall into neighbouring steps of this clock. */
const CLOCK_STEP_S = 2

interface Header {
  versionNeeded: number
  flags: number
  method: number
  timeS: number
  crc: number
  packedByteCount: number
  byteCount: number
}

interface Central extends Header {
  at: number
  path: string
  localAt: number
}

class Layout {
  readonly faults: string[] = []
  private more = 0
  say(fault: string) {
    if (this.faults.length < 50) this.faults.push(fault)
    else this.more++
  }
  all(): string[] {
    return this.more > 0 ? [...this.faults, `and ${this.more} more faults of layout`] : this.faults
  }
}

/** Seconds since 1980 of a DOS date and time; months are counted as 31 days, which is enough to compare two. */
const dosSeconds = (time: number, date: number) =>
  ((date >> 9) * 372 + ((date >> 5) & 15) * 31 + (date & 31)) * 86_400 +
  (time >> 11) * 3600 +
  ((time >> 5) & 63) * 60 +
  (time & 31) * 2

/** The fields that a local header and its entry in the directory have in common, from where they begin. */
const commonFields = (view: DataView, at: number): Header => ({
  versionNeeded: view.getUint16(at, true),
  flags: view.getUint16(at + 2, true),
  method: view.getUint16(at + 4, true),
  timeS: dosSeconds(view.getUint16(at + 6, true), view.getUint16(at + 8, true)),
  crc: view.getUint32(at + 10, true),
  packedByteCount: view.getUint32(at + 14, true),
  byteCount: view.getUint32(at + 18, true),
})

/** Where the end record begins: the last one in the file, which is where every unpacker looks for it. */
function endOf(view: DataView): number {
  const first = Math.max(0, view.byteLength - END.length - 0xffff)
  for (let at = view.byteLength - END.length; at >= first; at--)
    if (view.getUint32(at, true) === END.signature) return at
  throw new Error(view.byteLength === 0 ? 'it is empty' : 'it is no zip file, or its end is cut off')
}

const utf8 = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true })
function pathOf(bytes: Uint8Array): string | null {
  try {
    return utf8.decode(bytes)
  } catch {
    return null
  }
}

/** A name that no unpacker takes for a folder, another place or another file. */
const isPlainPath = (path: string) =>
  path.length > 0 &&
  path.length <= 400 &&
  !/[\u0000-\u001f\u007f\\:]/.test(path) &&
  path.split('/').every((part) => part !== '' && part !== '.' && part !== '..')

/** Reads the directory: every entry that can be read, with a fault for each that is not as sealing writes it. */
function directoryOf(zip: Uint8Array, view: DataView, layout: Layout): { files: Central[]; directoryAt: number } {
  const endAt = endOf(view)
  const count = view.getUint16(endAt + 10, true)
  const directoryByteCount = view.getUint32(endAt + 12, true)
  const directoryAt = view.getUint32(endAt + 16, true)
  if (count > PACK_BOUNDS.maxFiles) throw new RangeError(`it holds ${count} files, more than ${PACK_BOUNDS.maxFiles}`)
  if (endAt + END.length !== view.byteLength)
    layout.say(`${view.byteLength - endAt - END.length} bytes follow the end of the archive at byte ${endAt}`)
  if (view.getUint16(endAt + 20, true) !== 0) layout.say('the archive carries a comment')
  if (view.getUint32(endAt + 4, true) !== 0 || view.getUint16(endAt + 8, true) !== count)
    layout.say('the archive says that it is one part of several')
  if (directoryAt + directoryByteCount !== endAt)
    layout.say(`the directory should end where the end record begins, at byte ${endAt}`)
  const files: Central[] = []
  let at = directoryAt
  while (files.length < count) {
    if (at + CENTRAL.length > endAt || view.getUint32(at, true) !== CENTRAL.signature)
      throw new Error(`its directory is broken at byte ${at}, after ${files.length} of ${count} files`)
    const nameLength = view.getUint16(at + 28, true)
    const extraLength = view.getUint16(at + 30, true)
    const commentLength = view.getUint16(at + 32, true)
    const next = at + CENTRAL.length + nameLength + extraLength + commentLength
    if (next > endAt) throw new Error(`its directory is broken at byte ${at}, after ${files.length} of ${count} files`)
    const path = pathOf(zip.subarray(at + CENTRAL.length, at + CENTRAL.length + nameLength))
    if (path === null || !isPlainPath(path)) layout.say(`a file at byte ${at} of the directory has no plain name`)
    const name = path ?? `(unreadable name at byte ${at})`
    if (extraLength + commentLength > 0) layout.say(`${name} carries fields beside its name`)
    if (view.getUint16(at + 4, true) !== 20) layout.say(`${name} was packed by another kind of program`)
    if (view.getUint32(at + 34, true) !== 0 || view.getUint32(at + 38, true) !== 0)
      layout.say(`${name} carries attributes`)
    files.push({ ...commonFields(view, at + 6), at, path: name, localAt: view.getUint32(at + 42, true) })
    at = next
  }
  if (at !== endAt) layout.say(`${endAt - at} bytes stand between the directory and the end record`)
  return { files, directoryAt }
}

/** Holds a local header against its entry in the directory. @returns where the file's data begin, or `null` where there is no header */
function localDataAt(zip: Uint8Array, view: DataView, file: Central, layout: Layout): number | null {
  const { localAt, path } = file
  if (localAt + LOCAL.length > zip.length || view.getUint32(localAt, true) !== LOCAL.signature) {
    layout.say(`${path} is not where the directory says, at byte ${localAt}`)
    return null
  }
  const local = commonFields(view, localAt + 4)
  const nameLength = view.getUint16(localAt + 26, true)
  const same =
    local.versionNeeded === file.versionNeeded &&
    local.flags === file.flags &&
    local.method === file.method &&
    local.crc === file.crc &&
    local.packedByteCount === file.packedByteCount &&
    local.byteCount === file.byteCount &&
    Math.abs(local.timeS - file.timeS) <= CLOCK_STEP_S &&
    pathOf(zip.subarray(localAt + LOCAL.length, localAt + LOCAL.length + nameLength)) === path
  if (!same) layout.say(`the header of ${path} at byte ${localAt} says otherwise than the directory`)
  if (view.getUint16(localAt + 28, true) !== 0) layout.say(`the header of ${path} carries fields beside its name`)
  return localAt + LOCAL.length + nameLength + view.getUint16(localAt + 28, true)
}

/**
 * Unpacks one deflated file, never past what its header declares, with a reader as strict as the strictest of the common unpackers: what it accepts,
 * all of them do. @throws Error in words that follow “it”
 */
function inflated(packed: Uint8Array, byteCount: number): Uint8Array {
  const bytes = new Uint8Array(byteCount)
  let length = 0
  const inflate = new Inflate({ raw: true, chunkSize: 1 << 16 })
  inflate.onData = (chunk) => {
    const part = chunk as Uint8Array
    if (length + part.length > byteCount) throw new Error('unpacks to more than its header says')
    bytes.set(part, length)
    length += part.length
  }
  // a stream that ends before its last byte has something put behind it
  inflate.push(packed.subarray(0, -1), false)
  if (inflate.ended && inflate.err === 0) throw new Error('has bytes after its end')
  if (inflate.err === 0) inflate.push(packed.subarray(-1), true)
  if (inflate.err !== 0) throw new Error('is no sound packed stream')
  if (!inflate.ended || length !== byteCount) throw new Error('unpacks to less than its header says')
  return bytes
}

/** The bytes of one file, checked against size and checksum. @throws Error in words that follow “it” */
function contentOf(zip: Uint8Array, file: Central, dataAt: number): Uint8Array {
  const { method, packedByteCount, byteCount, crc } = file
  if (dataAt + packedByteCount > zip.length) throw new Error('ends behind the end of the archive')
  const packed = zip.subarray(dataAt, dataAt + packedByteCount)
  if (method !== STORED && method !== DEFLATED) throw new Error('is packed in another way than sealing packs')
  if (method === STORED && packedByteCount !== byteCount) throw new Error('has two sizes')
  const bytes = method === STORED ? packed : inflated(packed, byteCount)
  if (crc32(bytes) !== crc) throw new Error('does not fit its checksum')
  return bytes
}

/**
 * Reads a zip as every unpacker does, by its directory, and says where it is laid out otherwise than sealing writes it: local headers that differ from the
 * directory, gaps, overlaps, extra fields, comments, attributes, names that are twice there or not plain, bytes before, between or after. Goes on after a
 * damaged file.
 *
 * @returns every file of the directory, with its bytes or its fault; `layout` empty for what sealing writes
 * @throws RangeError past the bounds; Error, in words that follow “unpacked:”, where there is no directory to go by
 */
export function readPackZip(zip: Uint8Array): PackZip {
  if (zip.length > PACK_BOUNDS.maxBytes) throw new RangeError('it is larger than any pack of this program')
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength)
  const layout = new Layout()
  const { files, directoryAt } = directoryOf(zip, view, layout)
  const unpacked = files.reduce((sum, { byteCount }) => sum + byteCount, 0)
  if (unpacked > PACK_BOUNDS.maxUnpackedBytes) throw new RangeError('it unpacks to more than any pack of this program')
  const names = new Set<string>()
  const entries: PackEntry[] = []
  let expectedAt = 0
  for (const file of files) {
    const { path, flags, localAt } = file
    const key = path.normalize('NFC').toLowerCase()
    if (names.has(key)) layout.say(`${path} is there twice`)
    names.add(key)
    const named = /^[\u0000-\u007f]*$/.test(path) ? 0 : UTF8_BIT
    if ((flags & ~EFFORT_BITS) !== named || file.versionNeeded !== 20)
      layout.say(`${path} is packed with unknown options`)
    if (localAt !== expectedAt)
      layout.say(
        `${path} begins at byte ${localAt} and should begin at byte ${expectedAt}, right after what is before it`,
      )
    const dataAt = localDataAt(zip, view, file, layout)
    expectedAt = (dataAt ?? expectedAt) + file.packedByteCount
    if (dataAt === null) {
      entries.push({ path, bytes: null, fault: 'is not where the directory says' })
      continue
    }
    try {
      entries.push({ path, bytes: contentOf(zip, file, dataAt), fault: null })
    } catch (error) {
      entries.push({ path, bytes: null, fault: error instanceof Error ? error.message : 'cannot be unpacked' })
    }
  }
  if (expectedAt !== directoryAt)
    layout.say(
      `the directory begins at byte ${directoryAt} and should begin at byte ${expectedAt}, after the last file`,
    )
  return { entries, layout: layout.all() }
}
