import { type InstrumentAccuracy, errorBand } from '../quantity/accuracy'
import { atLeast, atMost, within } from '../quantity/tolerance'
import type { RulePackId } from '../rules/rulePack'
import { RULE_PACKS } from '../rules/packs'
import { type Verdict } from '../rules/verdict'
import { judgeBand } from '../rules/judgeFigure'

export type NeutralEarthState = 'bonded' | 'floating' | 'reversed' | 'highResistance' | 'unknown'

export interface LiveNeutralEarthInput {
  pack: RulePackId
  dead?: false
  lnV: number | null
  leV: number | null
  neV: number | null
  /** A low-impedance voltmeter was used: filter capacitors mislead any other. */
  lowImpedance: boolean | null
  /** One residual-current trip in island mode: tripped, did not trip, or not tested (`null`). */
  islandRcdTripped: boolean | null
  instrument?: InstrumentAccuracy | null
}

export interface DeadNeutralEarthInput {
  pack: RulePackId
  dead: true
  relayOhm: number | 'overrange' | null
  restingState: 'open' | 'closed' | null
  allSourcesIsolated: boolean | null
  bothSupplyPolesOpen: boolean | null
  limitClosedOhm: number
  limitOpenOhm: number
  instrument?: InstrumentAccuracy | null
}

export interface NeutralEarth {
  /** `null` for the measurement on the dead relay. */
  state: NeutralEarthState | null
  verdict: Verdict
}

/**
 * E-6: how neutral and earth stand to each other in island mode, from three live voltages, or the bond relay at rest from an ohm reading
 * on the dead installation. Voltages alone are Watch at best: Proven asks for a low-impedance meter and one residual-current trip in island mode.
 */
export function islandNeutralEarth(input: LiveNeutralEarthInput | DeadNeutralEarthInput): NeutralEarth {
  return input.dead ? relayAtRest(input) : liveState(input)
}

function liveState(input: LiveNeutralEarthInput): NeutralEarth {
  const { lnV, leV, neV } = input
  const { nominalV, limits } = RULE_PACKS[input.pack]
  const unknown: NeutralEarth = { state: 'unknown', verdict: 'open' }
  if (lnV === null || leV === null || neV === null || !atLeast(lnV, 0.85 * nominalV)) return unknown
  const about = (a: number, b: number) => atMost(Math.abs(a - b), 0.1 * lnV)
  const bondedMaxV = limits.islandNeutralEarthMax.value
  if (atMost(neV, bondedMaxV) && about(leV, lnV)) {
    if (input.islandRcdTripped === false) return { state: 'bonded', verdict: 'stop' }
    const sure =
      input.lowImpedance === true &&
      input.islandRcdTripped === true &&
      atMost(neV + errorBand(neV, input.instrument), bondedMaxV)
    return { state: 'bonded', verdict: sure ? 'proven' : 'watch' }
  }
  if (within(leV, 0.25 * lnV, 0.75 * lnV) && within(neV, 0.25 * lnV, 0.75 * lnV))
    return { state: 'floating', verdict: 'stop' }
  if (about(neV, lnV) && atMost(leV, 0.1 * lnV)) return { state: 'reversed', verdict: 'stop' }
  if (neV > bondedMaxV && neV < 0.25 * lnV)
    return { state: 'highResistance', verdict: input.islandRcdTripped === false ? 'stop' : 'watch' }
  return unknown
}

function relayAtRest(input: DeadNeutralEarthInput): NeutralEarth {
  const { relayOhm, restingState } = input
  if (relayOhm === null || restingState === null || !input.allSourcesIsolated || !input.bothSupplyPolesOpen)
    return { state: null, verdict: 'open' }
  const ohm = relayOhm === 'overrange' ? Infinity : relayOhm
  if (!Number.isFinite(ohm)) return { state: null, verdict: restingState === 'open' ? 'proven' : 'stop' }
  const band = restingState === 'closed' ? { max: input.limitClosedOhm } : { min: input.limitOpenOhm }
  return { state: null, verdict: judgeBand(ohm, band, input.instrument) }
}
