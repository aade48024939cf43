import { type InstrumentAccuracy, errorBand } from '../quantity/accuracy'
import { atLeast, atMost } from '../quantity/tolerance'
import { conductorAreaMm2, sizeSystemOf, sizesOf } from '../rules/conductors'
import { judgeBand } from '../rules/judgeFigure'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'
import { type Verdict, worstVerdict } from '../rules/verdict'

/** Copper, a protective conductor laid by itself. */
export const SEPARATE_PROTECTIVE_K = 143

/** How the conductor runs: protected from harm, in a sheath only, or bare in soil. */
export const ELECTRODE_CONDUCTOR_WAYS = ['protected', 'sheathed', 'bare'] as const
export type ElectrodeConductorWay = (typeof ELECTRODE_CONDUCTOR_WAYS)[number]

export interface ElectrodeConductorInput {
  pack: RulePackId
  /** As printed; `null` while none is chosen. */
  size: string | null
  way: ElectrodeConductorWay
  /** A combined supply whose earth is kept: the street's neutral current can come through; `null` while nobody knows. */
  divertedNeutral: boolean | null
  /** Copper, as printed. */
  supplyNeutralSize: string | null
  /** By the local table; holds before the pack's own. */
  bondingSize: string | null
  /** The conductor goes on to no other kind of electrode. */
  rodsOnly: boolean
  factors: readonly number[]
  /** The largest E-11 reading on it. */
  clampMaxA: number | null
  instrument: InstrumentAccuracy | null
  faultCurrentA: number | null
  faultS: number | null
  kFactor: number | null
}

export interface ElectrodeConductor {
  areaMm2: number | null
  /** Least by the way it runs. */
  wayMm2: number
  /** Least for diverted neutral current; `null` where it is not asked or not known. */
  bondingMm2: number | null
  requiredMm2: number | null
  sizeVerdict: Verdict
  deratedAmpacityA: number | null
  /** `null` where it is not asked. */
  continuousVerdict: Verdict | null
  adiabaticMm2: number | null
  shortCircuitVerdict: Verdict
  /** The smallest of the pack's sizes that does all that is known; `null` when none does or the need is not known. */
  smallestSize: string | null
  verdict: Verdict
}

function bondingAreaMm2({ pack, divertedNeutral, supplyNeutralSize, bondingSize, rodsOnly }: ElectrodeConductorInput) {
  if (divertedNeutral === false) return null
  const system = sizeSystemOf(pack)
  const area = (size: string) => conductorAreaMm2(system, size)
  if (bondingSize !== null) return area(bondingSize)
  if (supplyNeutralSize === null) return null
  const { bonding, rodsOnlyAtMost } = RULE_PACKS[pack].electrodeConductor
  const row = bonding.find(({ upToNeutral }) => atMost(area(supplyNeutralSize), area(upToNeutral)))
  if (row === undefined) return null
  return rodsOnly && rodsOnlyAtMost !== null ? Math.min(area(row.size), area(rodsOnlyAtMost)) : area(row.size)
}

function sizeVerdictOf(
  areaMm2: number | null,
  wayMm2: number,
  bondingMm2: number | null,
  divertedNeutral: boolean | null,
): Verdict {
  if (areaMm2 === null) return 'open'
  if (!atLeast(areaMm2, wayMm2)) return 'stop'
  if (divertedNeutral === false) return 'proven'
  if (bondingMm2 === null) return 'open'
  if (atLeast(areaMm2, bondingMm2)) return 'proven'
  return divertedNeutral === null ? 'open' : 'stop'
}

function deratedA({ pack, factors }: ElectrodeConductorInput, size: string): number {
  // one conductor carries it, so also a three-phase house reads the column of two loaded conductors
  const { ampacityA } = RULE_PACKS[pack === 'iec-3ph-400' ? 'iec-1ph-230' : pack]
  return factors.reduce((amps, factor) => amps * factor, ampacityA[size] ?? NaN)
}

function continuousVerdictOf(input: ElectrodeConductorInput, deratedAmpacityA: number | null): Verdict | null {
  const { divertedNeutral, clampMaxA, instrument } = input
  if (divertedNeutral === false && clampMaxA === null) return null
  return deratedAmpacityA === null ? 'open' : judgeBand(clampMaxA, { max: deratedAmpacityA }, instrument)
}

function smallestSizeOf(
  input: ElectrodeConductorInput,
  requiredMm2: number | null,
  adiabaticMm2: number | null,
): string | null {
  if (requiredMm2 === null) return null
  const { pack, clampMaxA, instrument } = input
  const system = sizeSystemOf(pack)
  const carriedA = clampMaxA === null ? 0 : clampMaxA + errorBand(clampMaxA, instrument)
  const does = (size: string) => {
    const areaMm2 = conductorAreaMm2(system, size)
    return (
      atLeast(areaMm2, requiredMm2) && atLeast(areaMm2, adiabaticMm2 ?? 0) && atLeast(deratedA(input, size), carriedA)
    )
  }
  return sizesOf(system).find(does) ?? null
}

/**
 * E-12: the conductor of the electrode against the least size for the way it runs and for diverted neutral current, against the current
 * it was seen to carry, and against a fault (adiabatic, `√(I²·t)/k`).
 *
 * @throws RangeError when a size is not in the pack's table
 */
export function electrodeConductor(input: ElectrodeConductorInput): ElectrodeConductor {
  const { pack, size, way, divertedNeutral, faultCurrentA, faultS, kFactor } = input
  const system = sizeSystemOf(pack)
  const areaMm2 = size === null ? null : conductorAreaMm2(system, size)
  const wayMm2 = conductorAreaMm2(system, RULE_PACKS[pack].electrodeConductor.leastSize[way])
  const bondingMm2 = bondingAreaMm2(input)
  const requiredMm2 = divertedNeutral === false ? wayMm2 : bondingMm2 === null ? null : Math.max(wayMm2, bondingMm2)
  const deratedAmpacityA = size === null ? null : deratedA(input, size)
  const adiabaticMm2 =
    faultCurrentA === null || faultS === null
      ? null
      : Math.sqrt(faultCurrentA ** 2 * faultS) / (kFactor ?? SEPARATE_PROTECTIVE_K)
  const sizeVerdict = sizeVerdictOf(areaMm2, wayMm2, bondingMm2, divertedNeutral)
  const continuousVerdict = continuousVerdictOf(input, deratedAmpacityA)
  const shortCircuitVerdict: Verdict =
    areaMm2 === null || adiabaticMm2 === null ? 'open' : atLeast(areaMm2, adiabaticMm2) ? 'proven' : 'stop'
  return {
    areaMm2,
    wayMm2,
    bondingMm2,
    requiredMm2,
    sizeVerdict,
    deratedAmpacityA,
    continuousVerdict,
    adiabaticMm2,
    shortCircuitVerdict,
    smallestSize: smallestSizeOf(input, requiredMm2, adiabaticMm2),
    verdict: worstVerdict([
      sizeVerdict,
      shortCircuitVerdict,
      ...(continuousVerdict === null ? [] : [continuousVerdict]),
    ]),
  }
}
