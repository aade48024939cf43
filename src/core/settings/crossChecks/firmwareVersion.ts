/** Numbers of a version text, without leading zeros; `null` where it holds no digit. */
function versionParts(text: string): string[] | null {
  const dotted = /^[\d.]*/.exec(text.replace(/^v/i, ''))?.[0] ?? ''
  if (!/\d/.test(dotted)) return null
  return dotted.split('.').map((part) => part.replace(/^0+/, ''))
}

/** Compares two whole numbers of any length, written without leading zeros. */
const compareDigits = (a: string, b: string): number => a.length - b.length || (a < b ? -1 : a > b ? 1 : 0)

/**
 * Whether a firmware is at least as new as another: dotted parts as whole numbers from the left, missing parts count 0, a leading “v”
 * and everything from the first other character on is passed over. `null` where either holds no digit.
 *
 * @example firmwareAtLeast('2.4.10', '2.4.9') // true
 */
export function firmwareAtLeast(installed: string, minimum: string): boolean | null {
  const has = versionParts(installed)
  const needs = versionParts(minimum)
  if (has === null || needs === null) return null
  for (let part = 0; part < Math.max(has.length, needs.length); part++) {
    const difference = compareDigits(has[part] ?? '', needs[part] ?? '')
    if (difference !== 0) return difference > 0
  }
  return true
}
