/** Deeper than this nothing is that a form or a device ever sends; a wiring goes six levels down. */
const MOST_DEPTH = 40

/**
 * Why a parsed JSON value is not even looked at: a field called like what every object has (`constructor`, `__proto__`), which the checks behind would take
 * for the object's own, or brackets within brackets without end. `null` for everything that can be looked at. Goes down without recursion.
 *
 * @example hostileShape({ a: { constructor: 1 } }) // 'A field is called “constructor”, a name that programs keep for themselves.'
 */
export function hostileShape(value: unknown): string | null {
  const waiting: { value: unknown; depth: number }[] = [{ value, depth: 0 }]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value: at, depth } = next
    if (typeof at !== 'object' || at === null || ArrayBuffer.isView(at)) continue
    if (depth > MOST_DEPTH) return `It is nested more deeply than ${MOST_DEPTH} levels.`
    for (const key of Object.keys(at)) {
      if (key in Object.prototype) return `A field is called “${key}”, a name that programs keep for themselves.`
      waiting.push({ value: (at as Record<string, unknown>)[key], depth: depth + 1 })
    }
  }
  return null
}
