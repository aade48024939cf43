import { atLeast, atMost } from '../quantity/tolerance'
import type { RulePack } from '../rules/rulePack'
import type { Verdict } from '../rules/verdict'
import type { LadderRung } from './loadLadder'

/** What was seen on a rung; `null` for what nobody read. */
export interface RungObserved {
  tag: string
  voltageV: number | null
  frequencyHz: number | null
  tripped: boolean | null
}

/** Limits at which the climb stops; they are inside themselves. */
export interface StopLimits {
  voltageMinV: number
  voltageMaxV: number
  frequencyMinHz: number
  frequencyMaxHz: number
}

export type StopCause = 'tripped' | 'noReading' | 'voltage' | 'frequency'

export interface LadderStop {
  /** Rung at which the climb stops; `null` when all were held. */
  tag: string | null
  cause: StopCause | null
  /** Total of the last rung before it. */
  highestTestedW: number
  /** `null` where nothing is promised. */
  promiseVerdict: Verdict | null
  verdict: Verdict
}

/** The pack's limits of an island, at which a climb stops. */
export const stopLimitsOf = ({ limits }: RulePack): StopLimits => ({
  voltageMinV: limits.islandVoltageMin.value,
  voltageMaxV: limits.islandVoltageMax.value,
  frequencyMinHz: limits.islandFrequencyMin.value,
  frequencyMaxHz: limits.islandFrequencyMax.value,
})

/** When to stop, in the words of the helper at the board. */
export const stopSentence = ({ voltageMinV, voltageMaxV, frequencyMinHz, frequencyMaxHz }: StopLimits): string =>
  `Stop and take the last load off at once when anything trips, the voltage leaves ${voltageMinV}–${voltageMaxV} V, the frequency leaves ${frequencyMinHz}–${frequencyMaxHz} Hz, anything smells or hums, or the margin of the next rung is below zero. No promise goes above the highest rung that was held, nor above what the maker declares.`

function causeAt(seen: RungObserved | undefined, limits: StopLimits): StopCause | null {
  if (seen?.tripped === true) return 'tripped'
  if (!seen || seen.tripped === null || seen.voltageV === null || seen.frequencyHz === null) return 'noReading'
  const { voltageMinV, voltageMaxV, frequencyMinHz, frequencyMaxHz } = limits
  if (!atLeast(seen.voltageV, voltageMinV) || !atMost(seen.voltageV, voltageMaxV)) return 'voltage'
  return atLeast(seen.frequencyHz, frequencyMinHz) && atMost(seen.frequencyHz, frequencyMaxHz) ? null : 'frequency'
}

/** A promised power against what was held: never above what is declared. */
function promiseVerdict(promisedW: number | null, nightLimitW: number | null, testedW: number): Verdict | null {
  if (promisedW === null) return null
  if (nightLimitW !== null && !atMost(promisedW, nightLimitW)) return 'stop'
  return nightLimitW !== null && atMost(promisedW, testedW) ? 'proven' : 'open'
}

/**
 * The stop rule of T-14: the first rung that tripped, was not read, or left the limits ends the climb, and what was held before it is all that
 * was tested.
 *
 * @example
 * ladderStop([], [], limits, { promisedW: null, nightLimitW: 4000 }).verdict // => 'open'
 */
export function ladderStop(
  rungs: readonly Pick<LadderRung, 'tag' | 'totalW'>[],
  observed: readonly RungObserved[],
  limits: StopLimits,
  { promisedW, nightLimitW }: { promisedW: number | null; nightLimitW: number | null },
): LadderStop {
  const causes = rungs.map(({ tag }) =>
    causeAt(
      observed.find((one) => one.tag === tag),
      limits,
    ),
  )
  const at = causes.findIndex((cause) => cause !== null)
  const cause = causes[at] ?? null
  const held = at < 0 ? rungs : rungs.slice(0, at)
  const highestTestedW = held.at(-1)?.totalW ?? 0
  return {
    tag: rungs[at]?.tag ?? null,
    cause,
    highestTestedW,
    promiseVerdict: promiseVerdict(promisedW, nightLimitW, highestTestedW),
    verdict: rungs.length === 0 || cause === 'noReading' ? 'open' : cause === null ? 'proven' : 'stop',
  }
}
