import type { Load } from '../installation/installation'
import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { figuresInDoubt } from './figuresInDoubt'
import { demandDistribution, demandQuantile } from './demandDistribution'
import type { PhaseLimits, SourceLimits } from './sourceLimits'

/** Share of the time within which the likely peak lies (P-6). */
const PEAK_QUANTILE = 0.95

/** The plan's mark for a demand against a limit: Fits up to the planning share of it, Tight up to all of it, Exceeds above. */
export function markAgainst(demandW: number | null, limitW: number | null, fitsShare: number): PlanMark {
  if (demandW === null || limitW === null) return 'open'
  if (atMost(demandW, fitsShare * limitW)) return 'fits'
  return atMost(demandW, limitW) ? 'tight' : 'exceeds'
}

/** What is reckoned with figures in doubt is never better than Tight, like every estimate: somebody has to read the plates. */
export const markOfFigures = (mark: PlanMark, loads: readonly Load[]): PlanMark =>
  mark === 'fits' && loads.some(figuresInDoubt) ? 'tight' : mark

/** Likely peak of the loads, in watts; `null` without any. */
export const likelyPeakW = (loads: readonly Pick<Load, 'powerW' | 'duty'>[]): number | null =>
  loads.length === 0 ? null : demandQuantile(demandDistribution(loads), PEAK_QUANTILE)

/** Likely peak on one phase or leg: what is on all of them counts with its share. */
export function phasePeakW(loads: readonly Load[], phase: string, packId: RulePackId): number {
  const { phases } = RULE_PACKS[packId]
  const on = loads
    .filter((load) => load.phase === 'all' || load.phase === phase)
    .map(({ phase: own, powerW, duty }) => ({ powerW: own === 'all' ? powerW / phases.length : powerW, duty }))
  return likelyPeakW(on) ?? 0
}

/** One limit against the likely peak of what stays on, as a whole and on each phase (P-6). */
export function markOfPeak(
  loads: readonly Load[],
  limits: SourceLimits,
  which: keyof PhaseLimits,
  { packId, fitsShare }: { packId: RulePackId; fitsShare: number },
): PlanMark {
  const whole = markAgainst(likelyPeakW(loads), limits[which], fitsShare)
  const byPhase = Object.entries(limits.perPhase ?? {}).map(([phase, limit]) =>
    markAgainst(phasePeakW(loads, phase, packId), limit[which], fitsShare),
  )
  return worstPlanMark([whole, ...byPhase])
}
