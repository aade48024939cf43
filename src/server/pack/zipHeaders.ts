const VERSION = 20
const UTF8_BIT = 1 << 11
const STORED = 0
const DEFLATED = 8

/** What both headers of a file in a zip hold. */
export interface HeaderFacts {
  name: Buffer
  /** Version, options, method, time, checksum and sizes. */
  common: Buffer
}

/** Date and time as a zip has them, in UTC: the same job sealed at the same moment gives the same bytes wherever that is. */
function dosTime(at: Date): { time: number; date: number } {
  return {
    time: (at.getUTCHours() << 11) | (at.getUTCMinutes() << 5) | (at.getUTCSeconds() >> 1),
    date: ((at.getUTCFullYear() - 1980) << 9) | ((at.getUTCMonth() + 1) << 5) | at.getUTCDate(),
  }
}

export function headerFacts(
  path: string,
  at: Date,
  isDeflated: boolean,
  { crc, packedByteCount, byteCount }: { crc: number; packedByteCount: number; byteCount: number },
): HeaderFacts {
  const name = Buffer.from(path, 'utf8')
  const { time, date } = dosTime(at)
  const common = Buffer.alloc(22)
  common.writeUInt16LE(VERSION, 0)
  common.writeUInt16LE(name.length === path.length ? 0 : UTF8_BIT, 2)
  common.writeUInt16LE(isDeflated ? DEFLATED : STORED, 4)
  common.writeUInt16LE(time, 6)
  common.writeUInt16LE(date, 8)
  common.writeUInt32LE(crc, 10)
  common.writeUInt32LE(packedByteCount, 14)
  common.writeUInt32LE(byteCount, 18)
  return { name, common }
}

export function localHeader({ name, common }: HeaderFacts): Buffer {
  const header = Buffer.alloc(30)
  header.writeUInt32LE(0x04034b50, 0)
  common.copy(header, 4)
  header.writeUInt16LE(name.length, 26)
  return Buffer.concat([header, name])
}

export function directoryEntry({ name, common }: HeaderFacts, localAt: number): Buffer {
  const entry = Buffer.alloc(46)
  entry.writeUInt32LE(0x02014b50, 0)
  entry.writeUInt16LE(VERSION, 4)
  common.copy(entry, 6)
  entry.writeUInt16LE(name.length, 28)
  entry.writeUInt32LE(localAt, 42)
  return Buffer.concat([entry, name])
}

export function endOfDirectory(fileCount: number, byteCount: number, at: number): Buffer {
  const end = Buffer.alloc(22)
  end.writeUInt32LE(0x06054b50, 0)
  end.writeUInt16LE(fileCount, 8)
  end.writeUInt16LE(fileCount, 10)
  end.writeUInt32LE(byteCount, 12)
  end.writeUInt32LE(at, 16)
  return end
}
