import { deflateSync } from 'fflate'
import { crc32 } from '../../src/core/pack/crc32'

/** One file of a forged archive; what is left out is as sealing writes it. */
export interface ForgedFile {
  path: string
  bytes: Uint8Array
  /** Stands in the archive, and the directory does not name it. */
  hidden?: boolean
  /** Stands in the directory only, pointing at a place of its own behind all others. */
  detached?: boolean
  method?: 0 | 8
  localPath?: string
  extra?: Uint8Array
  localExtra?: Uint8Array
  comment?: Uint8Array
  attributes?: number
  madeBy?: number
  flags?: number
  crc?: number
  byteCount?: number
  /** Bytes before its local header. */
  before?: Uint8Array
  /** Bytes behind its packed data, counted as packed. */
  tail?: Uint8Array
}

export interface ForgedArchive {
  files: ForgedFile[]
  beforeDirectory?: Uint8Array
  beforeEnd?: Uint8Array
  after?: Uint8Array
  comment?: Uint8Array
}

const NOTHING = new Uint8Array()
const utf8 = (text: string) => new TextEncoder().encode(text)
const u16 = (value: number) => [value & 255, (value >> 8) & 255]
const u32 = (value: number) => [...u16(value & 0xffff), ...u16(value >>> 16)]

function join(parts: readonly (Uint8Array | number[])[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}

const nonAscii = (path: string) => [...path].some((letter) => letter.charCodeAt(0) > 127)

function packed(file: ForgedFile) {
  const { bytes, method = 8, tail = NOTHING } = file
  const data = join([method === 8 ? deflateSync(bytes) : bytes, tail])
  const common = [
    ...u16(20),
    ...u16(file.flags ?? (nonAscii(file.path) ? 1 << 11 : 0)),
    ...u16(method),
    ...u32(0x5a21_6000),
    ...u32(file.crc ?? crc32(bytes)),
    ...u32(data.length),
    ...u32(file.byteCount ?? bytes.length),
  ]
  return { data, common }
}

function localOf(file: ForgedFile, common: number[], data: Uint8Array): Uint8Array {
  const name = utf8(file.localPath ?? file.path)
  const extra = file.localExtra ?? NOTHING
  return join([u32(0x04034b50), common, u16(name.length), u16(extra.length), name, extra, data])
}

function centralOf(file: ForgedFile, common: number[], localAt: number): Uint8Array {
  const name = utf8(file.path)
  const { extra = NOTHING, comment = NOTHING, attributes = 0, madeBy = 20 } = file
  const lengths = [...u16(name.length), ...u16(extra.length), ...u16(comment.length)]
  return join([
    u32(0x02014b50),
    u16(madeBy),
    common,
    lengths,
    u16(0),
    u16(0),
    u32(attributes),
    u32(localAt),
    name,
    extra,
    comment,
  ])
}

/** Writes a zip byte by byte, with any lie that a forger may put into it. */
export function forgedZip(archive: ForgedArchive): Uint8Array {
  const parts: Uint8Array[] = []
  const directory: Uint8Array[] = []
  let at = 0
  const write = (file: ForgedFile) => {
    const { data, common } = packed(file)
    const before = file.before ?? NOTHING
    const local = localOf(file, common, data)
    if (!file.hidden) directory.push(centralOf(file, common, at + before.length))
    parts.push(before, local)
    at += before.length + local.length
  }
  for (const file of archive.files.filter(({ detached }) => !detached)) write(file)
  for (const file of archive.files.filter(({ detached }) => detached)) write(file)
  const { beforeDirectory = NOTHING, beforeEnd = NOTHING, after = NOTHING, comment = NOTHING } = archive
  const listed = join(directory)
  const count = directory.length
  const end = [
    ...u32(0x06054b50),
    ...u32(0),
    ...u16(count),
    ...u16(count),
    ...u32(listed.length),
    ...u32(at + beforeDirectory.length),
    ...u16(comment.length),
  ]
  return join([...parts, beforeDirectory, listed, beforeEnd, end, comment, after])
}
