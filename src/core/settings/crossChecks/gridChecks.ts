import { importCapacity } from '../../plan/importCapacity'
import { atLeast, atMost } from '../../quantity/tolerance'
import type { Phase, RulePack } from '../../rules/rulePack'
import { type CrossCheck, allRead, same, verdictOf } from './crossCheck'

export interface ExportLimitPart {
  setW: number
  permittedW: number
}

/** S-2, export: not above what the network operator permits. */
export const exportLimitCheck: CrossCheck<ExportLimitPart> = ({ setW, permittedW }) => {
  const both = [setW, permittedW]
  if (!allRead(both)) return { marginW: null, verdict: 'open' }
  const [set, permitted] = both as [number, number]
  return { marginW: permitted - set, verdict: verdictOf(atMost(set, permitted)) }
}

/** S-2, network profile: the one that the permission names. */
export const profileCheck: CrossCheck<{ set: string; permitted: string }> = ({ set, permitted }) => ({
  verdict: verdictOf(same(set, permitted)),
})

export interface FrequencyShiftPart {
  /** Where PV begins to give less, and where it gives nothing. */
  startHz: number
  stopHz: number
  /** The highest frequency the source goes to. */
  shiftMaxHz: number
  /** Where PV is thrown out. */
  pvTripHz: number
}

/** Strictly below; equal within rounding is not. */
const below = (one: number, other: number) => !atLeast(one, other)

/**
 * S-2, frequency shift in the island: nominal < start < stop ≤ highest < trip. Below the stop the source cannot bring PV to nothing; at the
 * trip it throws it out. A pair that is known to be out of order is Stop whatever else is missing.
 */
export const frequencyShiftCheck: CrossCheck<FrequencyShiftPart> = (part, { nominalHz }) => {
  const { startHz, stopHz, shiftMaxHz, pvTripHz } = part
  const marginHz = allRead([shiftMaxHz, pvTripHz]) ? (pvTripHz as number) - (shiftMaxHz as number) : null
  const chain = [nominalHz, startHz, stopHz, shiftMaxHz, pvTripHz]
  const inOrder = [below, below, atMost, below]
  const pairs = inOrder.map((holds, k) => {
    const pair = [chain[k], chain[k + 1]]
    return allRead(pair) ? holds(pair[0] as number, pair[1] as number) : null
  })
  if (pairs.includes(false)) return { marginHz, verdict: 'stop' }
  return { marginHz, verdict: verdictOf(pairs.includes(null) ? null : true) }
}

export interface SupplyDraw {
  id: string
  w: number | null
  phase: Phase | 'all'
}
export interface SupplyPart {
  ratingA: number
  /** 1 where nobody says otherwise. */
  powerFactor: number
  /** Vehicle, battery charging, base load and whatever else can come together. */
  draws: readonly SupplyDraw[]
}

const NOTHING_KNOWN = { capacityW: null, totalW: null, marginW: null, phaseMarginW: null }

/** Watts on one phase: its own draws and its share of those on all. */
function onPhaseW(draws: readonly (SupplyDraw & { w: number })[], phase: Phase, { phases }: RulePack): number {
  const shares = draws.map((draw) =>
    draw.phase === 'all' ? draw.w / phases.length : draw.phase === phase ? draw.w : 0,
  )
  return shares.reduce((sum, w) => sum + w, 0)
}

/** S-2, supply: everything that can draw at once stays within the supply (P-1), in sum and on every phase. */
export const supplyCheck: CrossCheck<SupplyPart> = ({ ratingA, powerFactor, draws }, pack) => {
  const factor = powerFactor ?? 1
  const capacityKva = importCapacity({
    pack: pack.id,
    ratingA: ratingA ?? null,
    powerFactor: null,
    maximumDemandKva: null,
  }).capacityKva
  const capacityW = capacityKva === null ? null : capacityKva * 1000 * factor
  const known = draws?.every(({ w }) => w !== null) ? (draws as readonly (SupplyDraw & { w: number })[]) : null
  if (known === null) return { ...NOTHING_KNOWN, capacityW, verdict: 'open' }
  const totalW = known.reduce((sum, { w }) => sum + w, 0)
  if (capacityW === null || ratingA === null || ratingA === undefined)
    return { ...NOTHING_KNOWN, totalW, verdict: 'open' }
  const perPhaseW = pack.nominalV * ratingA * factor
  const busiestW = Math.max(...pack.phases.map((phase) => onPhaseW(known, phase, pack)))
  const phaseMarginW = pack.phases.length === 1 ? null : perPhaseW - busiestW
  const fits = atMost(totalW, capacityW) && (phaseMarginW === null || atMost(busiestW, perPhaseW))
  return { capacityW, totalW, marginW: capacityW - totalW, phaseMarginW, verdict: verdictOf(fits) }
}
