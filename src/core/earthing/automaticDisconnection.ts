import type { InstrumentAccuracy } from '../quantity/accuracy'
import { atLeast, atMost } from '../quantity/tolerance'
import { judgeFigure } from '../rules/judgeFigure'
import { RULE_PACKS } from '../rules/packs'
import type { LimitKey, RulePack, RulePackId } from '../rules/rulePack'
import { type Verdict, worstVerdict } from '../rules/verdict'

export const EARTHING_SYSTEMS = ['TN', 'TT'] as const
export const CIRCUIT_USES = ['final', 'distribution'] as const
type EarthingSystem = (typeof EARTHING_SYSTEMS)[number]
type CircuitUse = (typeof CIRCUIT_USES)[number]

/** The residual-current device that protects the circuit. */
export interface DisconnectingRcd {
  iDeltaNMa: number
  /** Its test in island mode (E-9). */
  islandTest: 'passed' | 'failed' | null
}

export interface IslandSource {
  declaredFaultA: number | null
  /** Rated output current, from which the fault current is taken where nobody declares one. */
  ratedSourceA: number | null
  measuredFaultA: number | null
  zsIslandOhm: number | null
  /** How fast the source shuts itself down on a line-to-neutral short circuit, as declared. */
  shutdownS: number | null
  shutdownLimitS: number
}

export interface AutomaticDisconnectionInput {
  pack: RulePackId
  system: EarthingSystem
  circuit: CircuitUse
  /** B, C or D; `null` where the pack has no curves, or it is not known. */
  curve: string | null
  ratedA: number | null
  zsGridOhm: number | null
  /** TT: resistance of the electrode. */
  raOhm: number | null
  coldConductors: boolean
  /** The device's own instantaneous multiple, where the pack has no curves. */
  instantaneousMultiple: number | null
  instrument: InstrumentAccuracy | null
  rcd: DisconnectingRcd | null
  island: IslandSource
}

export interface AutomaticDisconnection {
  tripCurrentA: number | null
  zsMaxOhm: number | null
  disconnectS: number | null
  gridVerdict: Verdict
  faultA: number | null
  breakerTrips: boolean | null
  islandVerdict: Verdict
  verdict: Verdict
}

const CURVE_MULTIPLES: Readonly<Record<string, LimitKey>> = {
  B: 'breakerMultipleB',
  C: 'breakerMultipleC',
  D: 'breakerMultipleD',
}
const DISCONNECT_TIMES: Readonly<Record<`${EarthingSystem} ${CircuitUse}`, LimitKey>> = {
  'TN final': 'disconnectTnFinalS',
  'TT final': 'disconnectTtFinalS',
  'TN distribution': 'disconnectTnDistributionS',
  'TT distribution': 'disconnectTtDistributionS',
}

/** The limits of disconnection hold for 120 V < U0 ≤ 230 V. */
const HIGHEST_UNTIMED_V = 120

/** Current at which the breaker trips at once; `null` where its curve, its rating or its own multiple is not known. */
function tripCurrent(
  { curve, ratedA, instantaneousMultiple }: AutomaticDisconnectionInput,
  { breakerCurves, limits }: RulePack,
): number | null {
  const limitKey = curve === null ? undefined : CURVE_MULTIPLES[curve]
  const multiple = breakerCurves.length === 0 ? instantaneousMultiple : limitKey ? limits[limitKey].value : null
  return multiple === null || ratedA === null ? null : multiple * ratedA
}

/** Fault current that the source gives for sure. */
function faultCurrent({ declaredFaultA, ratedSourceA, measuredFaultA }: IslandSource, multiple: number): number | null {
  const stated = declaredFaultA ?? (ratedSourceA === null ? null : multiple * ratedSourceA)
  return stated === null || measuredFaultA === null ? (stated ?? measuredFaultA) : Math.min(stated, measuredFaultA)
}

/** In island mode, once the breaker is known not to trip: the residual-current device and the source's own shut-down. */
function withoutBreaker(rcd: DisconnectingRcd | null, faultA: number, island: IslandSource, multiple: number): Verdict {
  const residual: Verdict =
    rcd === null || !atLeast(faultA, (multiple * rcd.iDeltaNMa) / 1000) || rcd.islandTest === 'failed'
      ? 'stop'
      : rcd.islandTest === 'passed'
        ? 'proven'
        : 'open'
  const { shutdownS, shutdownLimitS } = island
  const shutdown: Verdict = shutdownS === null ? 'open' : atMost(shutdownS, shutdownLimitS) ? 'proven' : 'stop'
  return worstVerdict([residual, shutdown])
}

/**
 * E-8: whether a fault is cut off in time. On the grid the loop (TN) or the electrode (TT) is held against the device; in island mode the
 * source gives little more than its rated current, so that the breaker may never trip and the residual-current device and the source's own
 * shut-down decide. A low loop reading in island mode alone is at most Watch: electronic sources fool the tester.
 *
 * @returns figures that an input is missing for are `null`, and their verdict Open
 * @example
 * automaticDisconnection({ pack: 'iec-1ph-230', system: 'TN', circuit: 'final', curve: 'B', ratedA: 32, zsGridOhm: 0.61, … })
 * // => { tripCurrentA: 160, zsMaxOhm: 1.365625, gridVerdict: 'proven', … }
 */
export function automaticDisconnection(input: AutomaticDisconnectionInput): AutomaticDisconnection {
  const pack = RULE_PACKS[input.pack]
  const { limits, nominalV } = pack
  const { system, circuit, rcd, island } = input
  const tripCurrentA = tripCurrent(input, pack)
  const zsMaxOhm = highestLoop(input, pack, tripCurrentA)
  const gridFigure = system === 'TN' ? input.zsGridOhm : input.raOhm
  const gridVerdict: Verdict =
    gridFigure === null || zsMaxOhm === null
      ? 'open'
      : judgeFigure(
          { value: gridFigure, bound: null },
          { unit: 'Ω', most: { value: zsMaxOhm, basis: limits.voltageFactorMin.basis } },
          input.instrument,
        ).verdict
  const faultA = faultCurrent(island, limits.sourceFaultMultiple.value)
  const breakerTrips = faultA === null || tripCurrentA === null ? null : atLeast(faultA, tripCurrentA)
  const lowLoop =
    system === 'TN' && island.zsIslandOhm !== null && zsMaxOhm !== null && atMost(island.zsIslandOhm, zsMaxOhm)
  const islandVerdict: Verdict =
    faultA === null
      ? lowLoop
        ? 'watch'
        : 'open'
      : breakerTrips
        ? 'proven'
        : withoutBreaker(rcd, faultA, island, limits.islandResidualMultiple.value)
  return {
    tripCurrentA,
    zsMaxOhm,
    disconnectS: nominalV <= HIGHEST_UNTIMED_V ? null : limits[DISCONNECT_TIMES[`${system} ${circuit}`]].value,
    gridVerdict,
    faultA,
    breakerTrips,
    islandVerdict,
    verdict: worstVerdict([gridVerdict, islandVerdict]),
  }
}

function highestLoop(
  { system, rcd, coldConductors }: AutomaticDisconnectionInput,
  { limits, nominalV }: RulePack,
  tripCurrentA: number | null,
): number | null {
  if (system === 'TT') return rcd === null ? null : limits.touchVoltageMax.value / (rcd.iDeltaNMa / 1000)
  if (tripCurrentA === null) return null
  const cold = coldConductors ? limits.coldLoopShare.value : 1
  return ((limits.voltageFactorMin.value * nominalV) / tripCurrentA) * cold
}
