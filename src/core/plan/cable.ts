import { atMost } from '../quantity/tolerance'
import { conductorAreaMm2, copperOhmPerKm, sizeSystemOf, sizesOf } from '../rules/conductors'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'
import { type PlanMark, worstPlanMark } from '../rules/verdict'

/** How a run carries its current: line to neutral, between two lines, or on three phases. */
export type CableWay = 'phase' | 'lines' | 'three'

export interface CableInput {
  pack: RulePackId
  /** `null` while it is not known, and the drop is Open; left out: as the pack's supply comes. */
  way?: CableWay | null
  /** As printed on the cable; `null` chooses the smallest that no check is against. */
  size: string | null
  designCurrentA: number | null
  deviceA: number | null
  /** Terminals marked for 75 °C; `null` while nobody has looked, which counts as unmarked. Left out: not asked. */
  terminals75?: boolean | null
  /** One way. */
  lengthM: number | null
  conductorTempC: number
  /** Derating factors: grouping, warmth, insulation around; `null` while nobody has worked them out. */
  factors: readonly number[] | null
  dropLimitPercent: number
  faultCurrentA: number | null
  faultS: number | null
  kFactor: number | null
}

export interface CableCheck {
  size: string | null
  /** `null` while the factors are not known. */
  deratedAmpacityA?: number | null
  resistanceOhmPerKm?: number
  dropV?: number | null
  dropPercent?: number | null
  minAreaMm2?: number | null
  ampacity?: PlanMark
  drop?: PlanMark
  shortCircuit?: PlanMark
  verdict: PlanMark
}

/** Lengths of conductor that a current runs through, there and back. */
const LEGS: Readonly<Record<CableWay, number>> = { phase: 2, lines: 2, three: Math.sqrt(3) }

const usualWay = (pack: RulePackId): CableWay =>
  pack === 'iec-3ph-400' ? 'three' : pack === 'na-split-240' ? 'lines' : 'phase'

const mark = (known: boolean, met: boolean): PlanMark => (!known ? 'open' : met ? 'fits' : 'exceeds')

/** `Ib ≤ In ≤ Iz·Πk`; factors only take away, so what is too much without them exceeds before they are known. */
function ampacityMark(input: CableInput, size: string, deratedAmpacityA: number | null): PlanMark {
  const { pack, designCurrentA, deviceA } = input
  if (designCurrentA === null || deviceA === null) return 'open'
  const holds =
    atMost(designCurrentA, deviceA) &&
    atMost(deviceA, deratedAmpacityA ?? ampacityOf(input, size)) &&
    atMost(deviceA, RULE_PACKS[pack].deviceCapA[size] ?? Infinity)
  return mark(deratedAmpacityA !== null || !holds, holds)
}

/** What a conductor carries before derating: by its terminals, where the pack tells them apart. */
export function ampacityOf(
  { pack, deviceA, terminals75 }: Pick<CableInput, 'pack' | 'deviceA' | 'terminals75'>,
  size: string,
): number {
  const { ampacityA, unmarked } = RULE_PACKS[pack]
  const cold =
    unmarked !== null && terminals75 !== undefined && terminals75 !== true && (deviceA ?? 0) <= unmarked.upToA
  return (cold ? unmarked.ampacityA[size] : ampacityA[size]) ?? NaN
}

function checkOf(input: CableInput, size: string): CableCheck & { size: string } {
  const { pack, designCurrentA, lengthM, faultCurrentA, faultS, kFactor } = input
  const { nominalV, supplyV } = RULE_PACKS[pack]
  const deratedAmpacityA = input.factors?.reduce((amps, factor) => amps * factor, ampacityOf(input, size)) ?? null
  const resistanceOhmPerKm = copperOhmPerKm(sizeSystemOf(pack), size, input.conductorTempC)
  const way = input.way === undefined ? usualWay(pack) : input.way
  const dropV =
    designCurrentA === null || lengthM === null || way === null
      ? null
      : (LEGS[way] * designCurrentA * lengthM * resistanceOhmPerKm) / 1000
  const dropPercent = dropV === null ? null : (100 * dropV) / (way === 'phase' ? nominalV : supplyV)
  const minAreaMm2 =
    faultCurrentA === null || faultS === null || kFactor === null
      ? null
      : Math.sqrt(faultCurrentA ** 2 * faultS) / kFactor
  const ampacity = ampacityMark(input, size, deratedAmpacityA)
  const drop = mark(dropPercent !== null, dropPercent !== null && atMost(dropPercent, input.dropLimitPercent))
  const shortCircuit = mark(
    minAreaMm2 !== null,
    minAreaMm2 !== null && atMost(minAreaMm2, conductorAreaMm2(sizeSystemOf(pack), size)),
  )
  return {
    size,
    deratedAmpacityA,
    resistanceOhmPerKm,
    dropV,
    dropPercent,
    minAreaMm2,
    ampacity,
    drop,
    shortCircuit,
    verdict: worstPlanMark([ampacity, drop, shortCircuit]),
  }
}

/**
 * P-11: a cable against `Ib ≤ In ≤ Iz·Πk`, its voltage drop (reactance left out) and short circuit `S ≥ √(I²t)/k`; or the smallest size
 * of the pack's table that no check is against. A missing input leaves its check Open; no size at all is `null` and Exceeds.
 *
 * @throws RangeError when a given size is not in the table
 */
export function cable(input: CableInput): CableCheck {
  if (input.size !== null) return checkOf(input, input.size)
  for (const size of sizesOf(sizeSystemOf(input.pack))) {
    const check = checkOf(input, size)
    if (check.verdict !== 'exceeds') return check
  }
  return { size: null, verdict: 'exceeds' }
}
