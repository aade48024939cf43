import { canonicalJson } from '@/core/pack/canonicalJson'

/** What a file adds to one list of evidence: rows that are not here, how many are, and those whose id here is something else’s. */
export interface EvidenceMerge<T> {
  fresh: readonly T[]
  known: number
  other: readonly T[]
}

/** An instant is its moment, whichever way it is written. */
const written = (value: unknown): string =>
  typeof value === 'string' && /^\d{4}-\d{2}-\d{2}T/.test(value)
    ? String(Date.parse(value))
    : canonicalJson(value ?? null)

/** Whether two rows say the same in some of their fields. */
export const saySame = <T extends object>(a: T, b: T, fields: readonly (keyof T)[]): boolean =>
  fields.every((field) => written(a[field]) === written(b[field]))

/**
 * Holds evidence of a file against what is here, by id: evidence is only ever added, and under one id it is always the same.
 *
 * @param content fields that make two rows the same
 * @example mergeEvidence([a, b], [a], ['value']) // { fresh: [b], known: 1, other: [] }
 */
export function mergeEvidence<T extends { id: string }>(
  file: readonly T[],
  here: readonly T[],
  content: readonly (keyof T)[],
): EvidenceMerge<T> {
  const standing = new Map(here.map((one) => [one.id, one]))
  const seen = new Map<string, T>()
  const [fresh, other]: [T[], T[]] = [[], []]
  let known = 0
  for (const one of file) {
    const before = standing.get(one.id) ?? seen.get(one.id)
    if (before === undefined) fresh.push(one)
    else if (saySame(before, one, content)) known++
    else other.push(one)
    seen.set(one.id, one)
  }
  return { fresh, known, other }
}
