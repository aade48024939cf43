import { LIMIT_KEYS, type Limit, type LimitKey, type Limits, type RulePack } from './rulePack'

/** A limit as a lead set it for a job, or for all jobs to come. */
export interface OwnLimit {
  id: string
  key: LimitKey
  /** In the unit of the pack's limit; `null` goes back to the pack's figure. */
  value: number | null
  reason: string
  byName: string
  /** ISO instant. */
  at: string
}

/** What is wrong with a figure that a lead would set. */
export type OwnLimitFault = 'notChangeable' | 'outOfBounds'

/**
 * Whether a limit may be set to a figure in a pack.
 *
 * @returns `null` where it may; `notChangeable` for a limit that no crew sets, `outOfBounds` beyond how far it may go
 * @example
 * ownLimitFault(RULE_PACKS['iec-1ph-230'].limits.continuityMax, 5) // => 'outOfBounds'
 */
export function ownLimitFault(
  { crewMayChange: bounds }: Pick<Limit, 'crewMayChange'>,
  value: number,
): OwnLimitFault | null {
  if (bounds === null) return 'notChangeable'
  return value >= bounds.least && value <= bounds.most ? null : 'outOfBounds'
}

const KEYS: ReadonlySet<string> = new Set(LIMIT_KEYS)

/** The latest word on each limit, in the order in which they were first set. A limit that this version of the rules does not know counts for nothing. */
export function ownLimitsNow(own: readonly OwnLimit[]): OwnLimit[] {
  const latest = new Map<LimitKey, OwnLimit>()
  for (const limit of own) if (KEYS.has(limit.key)) latest.set(limit.key, limit)
  return [...latest.values()].filter(({ value }) => value !== null)
}

const basisOf = (packs: Limit, { reason, byName, at }: OwnLimit) =>
  `The crew’s own figure instead of ${packs.value}${packs.unit === '' ? '' : ` ${packs.unit}`}, set by ${byName} on ${at.slice(0, 10)}: ${reason.replace(/\.?$/, '.')} ${packs.basis}`

/**
 * The rules of a pack with what a lead set for one job. A figure that the pack does not let anybody set, or not so far, counts for nothing: the
 * pack's own stands.
 *
 * @example
 * withOwnLimits(pack, [{ key: 'continuityMax', value: 1, … }]).limits.continuityMax.value // => 1
 */
export function withOwnLimits(pack: RulePack, own: readonly OwnLimit[]): RulePack {
  let limits: Limits = pack.limits
  for (const one of ownLimitsNow(own)) {
    if (one.value === null || ownLimitFault(limits[one.key], one.value) !== null) continue
    const packs = pack.limits[one.key]
    limits = { ...limits, [one.key]: { ...packs, value: one.value, basis: basisOf(packs, one) } }
  }
  return limits === pack.limits ? pack : { ...pack, limits }
}
