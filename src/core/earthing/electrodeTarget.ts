import { type InstrumentAccuracy, errorBand } from '../quantity/accuracy'
import { atMost } from '../quantity/tolerance'
import type { Limit, LimitKey } from '../rules/rulePack'
import { type Verdict, worstVerdict } from '../rules/verdict'

/** What an electrode is held against: a resistance the crew picked, or the split-phase practice of one electrode or a second one. */
export type ElectrodeAim =
  { kind: 'ohm'; targetOhm: number | null } | { kind: 'secondAbove'; targetOhm: number; electrodeCount: number | null }

export interface ElectrodeTargetInput {
  aim: ElectrodeAim
  /** Today's reading. */
  resistanceOhm: number | null
  instrument: InstrumentAccuracy | null
  /** Dry-season factor, at least 1. */
  seasonalFactor: number
  /** Largest rated residual current of the devices that rely on it, in mA; `'none'` when none does, `null` while it is not known. */
  iDeltaNMa: number | 'none' | null
  /** Voltage that may stand on earthed metal. */
  touchLimitV: number
}

export interface ElectrodeTarget {
  targetOhm: number | null
  /** What the electrode may read in a dry season. */
  seasonalOhm: number | null
  /** `RA·IΔn` in a dry season. */
  touchV: number | null
  /** The largest reading that an exact instrument may show today and be Proven. */
  allowedOhm: number | null
  binding: 'target' | 'touch' | null
  targetVerdict: Verdict
  /** `null` where no residual-current device relies on it. */
  touchVerdict: Verdict | null
  verdict: Verdict
}

/** The target by its school: what stands in the pack, or the split-phase practice. */
export const secondAboveAim = (
  { electrodeSecondAbove }: Readonly<Record<LimitKey, Limit>>,
  electrodeCount: number | null,
): ElectrodeAim => ({ kind: 'secondAbove', targetOhm: electrodeSecondAbove.value, electrodeCount })

function targetVerdictOf({ aim, resistanceOhm, seasonalFactor }: ElectrodeTargetInput, bandOhm: number): Verdict {
  if (resistanceOhm === null) return 'open'
  if (resistanceOhm <= 0) return 'stop'
  if (aim.kind === 'secondAbove') {
    if (aim.electrodeCount !== null && aim.electrodeCount >= 2) return 'proven'
    if (!atMost(resistanceOhm, aim.targetOhm)) return aim.electrodeCount === null ? 'open' : 'stop'
    return atMost(resistanceOhm + bandOhm, aim.targetOhm) ? 'proven' : 'watch'
  }
  if (aim.targetOhm === null) return 'open'
  if (!atMost(resistanceOhm, aim.targetOhm)) return 'stop'
  return atMost(seasonalFactor * (resistanceOhm + bandOhm), aim.targetOhm) ? 'proven' : 'watch'
}

function touchVerdictOf(
  { iDeltaNMa, resistanceOhm, seasonalFactor, touchLimitV }: ElectrodeTargetInput,
  bandOhm: number,
): Verdict | null {
  if (iDeltaNMa === 'none') return null
  if (iDeltaNMa === null || resistanceOhm === null) return 'open'
  const touchV = (ohm: number) => (seasonalFactor * ohm * iDeltaNMa) / 1000
  if (!atMost(touchV(resistanceOhm), touchLimitV)) return 'stop'
  return atMost(touchV(resistanceOhm + bandOhm), touchLimitV) ? 'proven' : 'watch'
}

/** The largest reading that is Proven in both, and which of the two sets it; the target where they are equal. */
function allowed({ aim, seasonalFactor, iDeltaNMa, touchLimitV }: ElectrodeTargetInput) {
  const byTarget =
    aim.kind === 'secondAbove'
      ? (aim.electrodeCount ?? 1) >= 2
        ? null
        : aim.targetOhm
      : aim.targetOhm === null
        ? null
        : aim.targetOhm / seasonalFactor
  const byTouch = typeof iDeltaNMa === 'number' ? (touchLimitV * 1000) / (iDeltaNMa * seasonalFactor) : null
  if (byTarget === null && byTouch === null) return { allowedOhm: null, binding: null } as const
  return byTouch === null || (byTarget !== null && byTarget <= byTouch)
    ? ({ allowedOhm: byTarget, binding: 'target' } as const)
    : ({ allowedOhm: byTouch, binding: 'touch' } as const)
}

/**
 * E-4: an electrode reading against its target, and against the touch voltage that must never be exceeded, with the dry season and the instrument's band.
 * Beyond the target is Stop; meeting it today but not surely in a dry season is Watch. A residual current that nobody knows is Open.
 *
 * @throws RangeError when the seasonal factor is below 1
 */
export function electrodeTarget(input: ElectrodeTargetInput): ElectrodeTarget {
  const { aim, resistanceOhm, instrument, seasonalFactor, iDeltaNMa } = input
  if (!(seasonalFactor >= 1)) throw new RangeError(`seasonalFactor must be 1 or more, got ${seasonalFactor}`)
  const bandOhm = resistanceOhm === null ? 0 : errorBand(resistanceOhm, instrument)
  const targetVerdict = targetVerdictOf(input, bandOhm)
  const touchVerdict = touchVerdictOf(input, bandOhm)
  const seasonalOhm = resistanceOhm === null ? null : resistanceOhm * seasonalFactor
  return {
    targetOhm: aim.targetOhm,
    seasonalOhm,
    touchV: seasonalOhm === null || typeof iDeltaNMa !== 'number' ? null : (seasonalOhm * iDeltaNMa) / 1000,
    ...allowed(input),
    targetVerdict,
    touchVerdict,
    verdict: worstVerdict([targetVerdict, ...(touchVerdict === null ? [] : [touchVerdict])]),
  }
}
