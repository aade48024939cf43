export type PictureFormat = 'jpeg' | 'png' | 'webp' | 'avif'

/** Bytes at a place of the file; `null` stands for any byte. */
interface Sign {
  format: PictureFormat
  bytes: readonly (number | null)[]
}

const ascii = (text: string) => [...text].map((letter) => letter.charCodeAt(0))
const any = (count: number) => Array<null>(count).fill(null)

const SIGNS: readonly Sign[] = [
  { format: 'jpeg', bytes: [0xff, 0xd8, 0xff] },
  { format: 'png', bytes: [0x89, ...ascii('PNG'), 0x0d, 0x0a, 0x1a, 0x0a] },
  { format: 'webp', bytes: [...ascii('RIFF'), ...any(4), ...ascii('WEBP')] },
  { format: 'avif', bytes: [...any(4), ...ascii('ftypavif')] },
  { format: 'avif', bytes: [...any(4), ...ascii('ftypavis')] },
]

/**
 * The picture format that a file's first bytes tell, whatever its name and header say. Nothing else is handed to a decoder: drawings, page descriptions and
 * archives have decoders that can be made to read files or to run for hours.
 *
 * @returns `null` for every other file
 * @example pictureFormat(Uint8Array.of(0xff, 0xd8, 0xff, 0xe0)) // 'jpeg'
 */
export function pictureFormat(file: Uint8Array): PictureFormat | null {
  const found = SIGNS.find(({ bytes }) => bytes.every((byte, k) => byte === null || file[k] === byte))
  return found?.format ?? null
}
