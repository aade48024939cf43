import type { ByteRange } from '@/db/queries/files'

/**
 * The one range that a request asks for of a file (RFC 9110, 14.2).
 *
 * @returns `null` for the whole file: no range, several of them, or one that is none; `'none'` where the file has no such bytes
 * @example byteRange('bytes=10-', 100) // { from: 10, to: 99 }
 * @example byteRange('bytes=-10', 100) // { from: 90, to: 99 }
 */
export function byteRange(header: string | null, byteCount: number): ByteRange | 'none' | null {
  const found = /^bytes=(\d{0,15})-(\d{0,15})$/.exec(header ?? '')
  if (!found || (found[1] === '' && found[2] === '')) return null
  const [first, last] = [found[1] ?? '', found[2] ?? '']
  const from = first === '' ? Math.max(0, byteCount - Number(last)) : Number(first)
  const to = first === '' || last === '' ? byteCount - 1 : Math.min(byteCount - 1, Number(last))
  return from > to ? (first !== '' && last !== '' && Number(last) < Number(first) ? null : 'none') : { from, to }
}
