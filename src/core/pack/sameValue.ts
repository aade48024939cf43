import { canonicalJson } from './canonicalJson'

/** A value without what nobody said: a field that was added since, and is blank, is no difference. */
function withoutBlanks(value: unknown): unknown {
  if (Array.isArray(value)) return value.map((one) => withoutBlanks(one) ?? null)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, one]) => one !== null && one !== undefined)
      .map(([key, one]) => [key, withoutBlanks(one)]),
  )
}

/**
 * Whether two values say the same: a blank field and one that is not there are alike.
 *
 * @example sameValue({ a: 1, b: null }, { a: 1 }) // true
 */
export const sameValue = (a: unknown, b: unknown): boolean =>
  canonicalJson(withoutBlanks(a) ?? null) === canonicalJson(withoutBlanks(b) ?? null)
