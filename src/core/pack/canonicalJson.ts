/**
 * JSON with one form only: keys sorted by code unit, no spaces, numbers as JavaScript writes them (RFC 8785 for the values used here).
 * Two sides that hold the same data make the same bytes.
 *
 * @throws TypeError for what JSON cannot hold: NaN, infinities, functions, undefined inside arrays
 */
export function canonicalJson(value: unknown): string {
  if (value === null || typeof value === 'boolean' || typeof value === 'string') return JSON.stringify(value)
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) throw new TypeError(`canonicalJson cannot hold ${value}`)
    return JSON.stringify(value)
  }
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(',')}]`
  if (typeof value === 'object') {
    const entries = Object.entries(value)
      .filter(([, item]) => item !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))
    return `{${entries.map(([key, item]) => `${JSON.stringify(key)}:${canonicalJson(item)}`).join(',')}}`
  }
  throw new TypeError(`canonicalJson cannot hold a ${typeof value}`)
}
