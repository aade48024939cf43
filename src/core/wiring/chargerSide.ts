import { atMost } from '../quantity/tolerance'
import { markAgainst } from '../plan/planMarks'
import { RULE_PACKS } from '../rules/packs'
import type { Phase, RulePackId } from '../rules/rulePack'
import { type PlanMark, worstPlanMark } from '../rules/verdict'

/** What a charger on the island side does in an outage. */
export const IN_ISLAND = ['runs', 'holdsBack', 'stops'] as const
export type InIsland = (typeof IN_ISLAND)[number]

/** Watts on each phase; `null` for one that is not known. */
export type PhaseWatts = Readonly<Record<string, number | null>>

export interface ChargerSideInput {
  pack: RulePackId
  chargerW: number | null
  /** What it can be held back to; `null` takes 6 A. */
  chargerMinW: number | null
  chargerPhase: Phase | 'all'
  /** The whole house at night without the charger. */
  houseW: PhaseWatts
  /** What is backed up of it. */
  backedW: PhaseWatts
  nightLimitW: number | null
  phaseLimitW: Readonly<Record<string, number>> | null
  ratingA: number | null
  gatewayA: number | null
  availableWh: number | null
  standbyW: number
  /** Share of a limit up to which a demand fits; `null` takes the pack's. */
  demandShare: number | null
  inIsland: InIsland | null
  /** Its own current transformer at the supply holds it back. */
  managed: boolean | null
  /** A schedule keeps the battery from feeding the vehicle. */
  scheduled: boolean | null
  planned: 'grid' | 'island' | null
}

export const CHARGER_CONSEQUENCES = {
  deadInOutage: 'In an outage the charger is dead.',
  batteryCtOnHouseSide:
    'The battery’s current transformer sits on the house’s side of the charger, or the battery empties itself into the vehicle every night.',
  mustHoldBackInOutage: 'In an outage it has to stop or hold back by itself; nothing says that it does.',
  overloadUntilItActs: 'Until it acts, its full power stands on the battery: that is above the night limit.',
  batteryFeedsVehicle: 'The battery feeds the vehicle at night unless a schedule forbids it.',
} as const
export type ChargerConsequence = keyof typeof CHARGER_CONSEQUENCES

/** What follows from a vehicle charger on one side of the islanding contactor. */
export interface ChargerSide {
  nightW: number | null
  mark: PlanMark
  /** What the gateway carries on its most loaded phase while the grid is there. */
  throughA: number | null
  gatewayMark: PlanMark
  /** Hours from the reserve with the charger as it is in an outage; `null` where it is dead or a figure is missing. */
  runtimeH: number | null
  runtimeWithoutH: number | null
  /** Where its own current transformer has to look. */
  ctSees: readonly ('supply' | 'gatewayHouseSide')[]
  consequences: ChargerConsequence[]
}

export interface ChargerSides {
  supplyA: number | null
  /** The largest charger power the supply bears. */
  spareW: number | null
  supplyMark: PlanMark
  grid: ChargerSide
  island: ChargerSide
  verdict: PlanMark
}

/** Least current a charger can be held back to, in amps a phase. */
const LEAST_CHARGING_A = 6

interface Facts extends ChargerSideInput {
  phases: readonly Phase[]
  nominalV: number
  fitsShare: number
  own: readonly Phase[]
  minW: number
}

const sumOf = (watts: PhaseWatts): number | null =>
  Object.values(watts).reduce<number | null>((sum, one) => (sum === null || one === null ? null : sum + one), 0)

/** The largest current over the phases of what is there and what the charger adds; `null` while one figure is not known. */
function largestA({ phases, nominalV, own }: Facts, there: PhaseWatts, extraW: number | null): number | null {
  const each = phases.map((phase) => {
    const here = there[phase] ?? null
    const extra = own.includes(phase) ? (extraW === null ? null : extraW / own.length) : 0
    return here === null || extra === null ? null : (here + extra) / nominalV
  })
  return each.includes(null) ? null : Math.max(...(each as number[]))
}

function spareOf({ own, houseW, ratingA, nominalV }: Facts): number | null {
  const left = own.map((phase) => {
    const here = houseW[phase] ?? null
    return here === null || ratingA === null ? null : ratingA * nominalV - here
  })
  return left.includes(null) ? null : Math.max(0, own.length * Math.min(...(left as number[])))
}

function supplyMarkOf({ ratingA, managed, minW }: Facts, supplyA: number | null, spareW: number | null): PlanMark {
  if (supplyA === null || ratingA === null || spareW === null) return 'open'
  if (atMost(supplyA, ratingA)) return 'fits'
  if (managed === true && atMost(minW, spareW)) return 'tight'
  return managed === null ? 'open' : 'exceeds'
}

/** What the charger adds at night in an outage, on the island side. */
const nightExtraW = ({ inIsland, chargerW, minW }: Facts): number | null =>
  inIsland === 'stops' ? 0 : inIsland === 'holdsBack' ? minW : chargerW

const availableOver = (facts: Facts, loadW: number | null): number | null => {
  const { availableWh, standbyW } = facts
  return availableWh === null || loadW === null || loadW + standbyW <= 0 ? null : availableWh / (loadW + standbyW)
}

function nightMark(facts: Facts, nightW: number | null, extraW: number | null): PlanMark {
  const { nightLimitW, phaseLimitW, backedW, own, fitsShare } = facts
  const byPhase = Object.entries(phaseLimitW ?? {}).map(([phase, limitW]) => {
    const here = backedW[phase] ?? null
    const extra = own.some((one) => one === phase) ? (extraW === null ? null : extraW / own.length) : 0
    return markAgainst(here === null || extra === null ? null : here + extra, limitW, fitsShare)
  })
  return worstPlanMark([markAgainst(nightW, nightLimitW, fitsShare), ...byPhase])
}

const gatewayMarkOf = (throughA: number | null, gatewayA: number | null): PlanMark =>
  throughA === null || gatewayA === null ? 'open' : atMost(throughA, gatewayA) ? 'fits' : 'exceeds'

function gridSide(facts: Facts): ChargerSide {
  const nightW = sumOf(facts.backedW)
  const throughA = largestA(facts, facts.backedW, 0)
  return {
    nightW,
    mark: nightMark(facts, nightW, 0),
    throughA,
    gatewayMark: gatewayMarkOf(throughA, facts.gatewayA),
    runtimeH: null,
    runtimeWithoutH: availableOver(facts, nightW),
    ctSees: ['supply'],
    consequences: ['deadInOutage', 'batteryCtOnHouseSide'],
  }
}

function islandSide(facts: Facts): ChargerSide {
  const { chargerW, inIsland, nightLimitW, scheduled } = facts
  const backedW = sumOf(facts.backedW)
  const extraW = nightExtraW(facts)
  const nightW = backedW === null || extraW === null ? null : backedW + extraW
  const acts = inIsland === 'holdsBack' || inIsland === 'stops'
  const overload =
    acts && backedW !== null && chargerW !== null && nightLimitW !== null && !atMost(backedW + chargerW, nightLimitW)
  const bare = nightMark(facts, nightW, extraW)
  const held = inIsland === null && bare === 'exceeds' ? 'open' : bare
  const throughA = largestA(facts, facts.backedW, chargerW)
  return {
    nightW,
    mark: overload && held === 'fits' ? 'tight' : held,
    throughA,
    gatewayMark: gatewayMarkOf(throughA, facts.gatewayA),
    runtimeH: availableOver(facts, nightW),
    runtimeWithoutH: availableOver(facts, backedW),
    ctSees: ['supply', 'gatewayHouseSide'],
    consequences: [
      ...(acts ? [] : (['mustHoldBackInOutage'] as const)),
      ...(overload ? (['overloadUntilItActs'] as const) : []),
      ...(scheduled === true ? [] : (['batteryFeedsVehicle'] as const)),
    ],
  }
}

/**
 * W-6: a vehicle charger on the grid side or on the island side of the contactor; both are allowed, and this is what each means, per phase: whether the
 * supply bears it, whether the night limit survives it, what the gateway carries, how long the reserve lasts, and what its transformer must see.
 *
 * @returns figures that an input is missing for are `null` and their marks Open
 */
export function chargerSides(input: ChargerSideInput): ChargerSides {
  const { phases, nominalV, limits } = RULE_PACKS[input.pack]
  const own = input.chargerPhase === 'all' ? phases : [input.chargerPhase]
  const facts: Facts = {
    ...input,
    phases,
    nominalV,
    own,
    fitsShare: input.demandShare ?? limits.demandShareOfLimit.value,
    minW: input.chargerMinW ?? LEAST_CHARGING_A * nominalV * own.length,
  }
  const supplyA = largestA(facts, input.houseW, input.chargerW)
  const spareW = spareOf(facts)
  const supplyMark = supplyMarkOf(facts, supplyA, spareW)
  const sides = { grid: gridSide(facts), island: islandSide(facts) }
  const side = input.planned === null ? null : sides[input.planned]
  return {
    supplyA,
    spareW,
    supplyMark,
    ...sides,
    verdict: worstPlanMark([supplyMark, ...(side ? [side.mark, side.gatewayMark] : (['open'] as const))]),
  }
}
