/**
 * Orders texts by code point, which is not the order of UTF-16 units that comparing strings has.
 *
 * @example ['\u{1F50B}', '\uFFFD'].sort(byCodePoint) // ['\uFFFD', '\u{1F50B}']
 */
export function byCodePoint(a: string, b: string): number {
  const left = [...a]
  const right = [...b]
  const at = left.findIndex((letter, k) => letter !== right[k])
  if (at < 0) return left.length - right.length
  return (left[at]?.codePointAt(0) ?? 0) - (right[at]?.codePointAt(0) ?? -1)
}
