import { type InstrumentAccuracy, errorBand } from '../quantity/accuracy'
import { atLeast } from '../quantity/tolerance'
import type { Limit, LimitKey } from '../rules/rulePack'
import type { Verdict } from '../rules/verdict'

export interface EarthConductorCurrentInput {
  /** Clamp around the electrode's conductor, as found. */
  currentA: number | null
  /** The last reading of the electrode. */
  raOhm: number | null
  /** The clamp again, after the whole installation and every local source was switched off. */
  afterOffA: number | null
  instrument: InstrumentAccuracy | null
}

/** What to do next: switch everything off and look again; it comes from the network; it comes from inside. */
export type EarthCurrentDecision = 'switchOff' | 'network' | 'inside'

export interface EarthConductorCurrent {
  /** `I·RA`, `null` without the last reading of the electrode. */
  touchV: number | null
  verdict: Verdict
  /** `null` while nothing has to be decided. */
  decision: EarthCurrentDecision | null
}

type CurrentLimits = Readonly<Pick<Record<LimitKey, Limit>, 'clampForbidsOpening' | 'clampStop' | 'touchVoltageMax'>>

function verdictOf(
  { currentA, instrument }: EarthConductorCurrentInput & { currentA: number },
  touchV: number | null,
  { clampForbidsOpening, clampStop, touchVoltageMax }: CurrentLimits,
): Verdict {
  if (touchV !== null && atLeast(touchV, touchVoltageMax.value)) return 'stop'
  if (atLeast(currentA, clampStop.value)) return 'stop'
  return atLeast(currentA + errorBand(currentA, instrument), clampForbidsOpening.value) ? 'watch' : 'proven'
}

/**
 * E-11: current in the electrode's conductor. A limit exactly met belongs to the worse class. From Watch on, everything is switched off:
 * what stays comes from the network, a suspected broken neutral, and that conductor is not opened; what goes is looked for inside.
 *
 * @returns Open while the clamp was not read, with nothing to decide
 * @example
 * earthConductorCurrent({ currentA: 2.2, raOhm: 8.5, afterOffA: 2.1, instrument: null }, pack.limits)
 * // => { touchV: 18.7, verdict: 'watch', decision: 'network' }
 */
export function earthConductorCurrent(input: EarthConductorCurrentInput, limits: CurrentLimits): EarthConductorCurrent {
  const { currentA, raOhm, afterOffA } = input
  if (currentA === null) return { touchV: null, verdict: 'open', decision: null }
  const touchV = raOhm === null ? null : currentA * raOhm
  const verdict = verdictOf({ ...input, currentA }, touchV, limits)
  if (verdict === 'proven') return { touchV, verdict, decision: null }
  if (afterOffA === null) return { touchV, verdict, decision: 'switchOff' }
  return { touchV, verdict, decision: atLeast(afterOffA, limits.clampForbidsOpening.value) ? 'network' : 'inside' }
}
