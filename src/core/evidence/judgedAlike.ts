import type { JobRecord } from './judge'
import { type Reading, madeAt } from './reading'

/** What no judge looks at. */
const NOT_JUDGED: ReadonlySet<string> = new Set<keyof JobRecord>(['cover'])

/** Facts of a reading's own kind are small, and made anew with it. */
const sameFacts = (one: unknown, other: unknown): boolean =>
  one === other || JSON.stringify(one) === JSON.stringify(other)

/** Whether a judge sees the same reading: only when the server had it may differ, as long as it was made at the same moment. */
function isReadAlike(one: Reading, other: Reading): boolean {
  if (one === other) return true
  if (madeAt(one) !== madeAt(other)) return false
  return (Object.keys({ ...one, ...other }) as (keyof Reading)[]).every(
    (name) => name === 'receivedAt' || sameFacts(one[name], other[name]),
  )
}

/**
 * Whether everything that is worked out from two records is the same: they differ at most in when the server had a reading, and in what stands on
 * the cover. That a reading was acknowledged is told of it, and changes no verdict.
 *
 * @example isJudgedAlike(record, { ...record, readings: record.readings.map((one) => ({ ...one, receivedAt: now })) }) // true
 */
export function isJudgedAlike(one: JobRecord, other: JobRecord): boolean {
  const names = Object.keys({ ...one, ...other }) as (keyof JobRecord)[]
  const alike = names.every((name) => name === 'readings' || NOT_JUDGED.has(name) || one[name] === other[name])
  return (
    alike &&
    one.readings.length === other.readings.length &&
    one.readings.every((reading, k) => isReadAlike(reading, other.readings[k] as Reading))
  )
}
