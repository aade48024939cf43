const TABLE = Uint32Array.from({ length: 256 }, (_, byte) => {
  let crc = byte
  for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? 0xedb88320 ^ (crc >>> 1) : crc >>> 1
  return crc
})

/**
 * The checksum of a zip's files (ISO 3309), over bytes.
 *
 * @param before checksum of what came before, for bytes that come in parts
 * @example crc32(utf8('123456789')) // 0xcbf43926
 * @example crc32(utf8('6789'), crc32(utf8('12345'))) // 0xcbf43926
 */
export function crc32(bytes: Uint8Array, before = 0): number {
  let crc = ~before >>> 0
  for (let k = 0; k < bytes.length; k++) crc = (TABLE[(crc ^ (bytes[k] as number)) & 255] as number) ^ (crc >>> 8)
  return (crc ^ 0xffffffff) >>> 0
}
