import { canonicalJson } from './canonicalJson'

/** A value without what nobody said: a field, or a part of nothing but such fields, that was added since and is blank is no difference. */
function withoutBlanks(value: unknown): unknown {
  if (Array.isArray(value)) return value.map((one) => withoutBlanks(one) ?? null)
  if (typeof value !== 'object' || value === null) return value ?? undefined
  const said = Object.entries(value)
    .map(([key, one]) => [key, withoutBlanks(one)] as const)
    .filter(([, one]) => one !== undefined)
  return said.length === 0 ? undefined : Object.fromEntries(said)
}

/**
 * Whether two values say the same: a blank field and one that is not there are alike.
 *
 * @example sameValue({ a: 1, b: null, c: { d: null } }, { a: 1 }) // true
 */
export const sameValue = (a: unknown, b: unknown): boolean =>
  canonicalJson(withoutBlanks(a) ?? null) === canonicalJson(withoutBlanks(b) ?? null)
