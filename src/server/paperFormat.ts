const starts = (bytes: Uint8Array, sign: readonly number[]) => sign.every((byte, k) => bytes[k] === byte)

/** Formats that a paper may come in, by the first bytes of its file. */
const FORMATS: readonly { mediaType: string; sign: readonly number[] }[] = [
  { mediaType: 'application/pdf', sign: [0x25, 0x50, 0x44, 0x46, 0x2d] },
  { mediaType: 'image/jpeg', sign: [0xff, 0xd8, 0xff] },
  { mediaType: 'image/png', sign: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] },
]

/**
 * The media type of a paper's file as its first bytes tell it, whatever its name says; `null` for anything else.
 *
 * @example paperFormat(new TextEncoder().encode('%PDF-1.7')) // 'application/pdf'
 */
export const paperFormat = (bytes: Uint8Array): string | null =>
  FORMATS.find(({ sign }) => starts(bytes, sign))?.mediaType ?? null
