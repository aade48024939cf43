import { atMost } from '../quantity/tolerance'
import { type TurnOffList, turnOffFirst } from './turnOffFirst'

/** Whether the supply may be cut with what the house draws now. */
export interface GoNoGoInput {
  /** Drawn by the house now, in watts. */
  demandW: number | null
  changeoverLimitW: number | null
  nightLimitW: number | null
  dayLimitW: number | null
  /** Changed over by hand: what is drawn a minute later counts, not at the instant. */
  byHand: boolean
  /** How long PV has been steady, in minutes; `null` where nobody knows. */
  pvSteadyMin: number | null
  /** Loads that may be running, for what to turn off. */
  loads: readonly { tag: string; powerW: number; priority: number; mustStayOn: boolean }[]
  /** Share of the limit that may be drawn. */
  demandShareOfLimit: number
}

export interface GoNoGo {
  word: 'go' | 'noGo' | 'open'
  /** The limit that counts, and what may be drawn of it. */
  limitW: number | null
  aimW: number | null
  excessW: number | null
  /** What to turn off first if it runs; `null` where nothing has to be. */
  turnOff: TurnOffList | null
}

/** PV that has been steady for so long may be counted on. */
const PV_STEADY_MIN = 10

/**
 * T-15: go where the house draws at most 80 % of what the changeover carries; by hand the night limit counts, unless PV has been steady for ten
 * minutes. Otherwise the shortest list of loads that brings it there, least essential first. Open where the demand or the limit is not known.
 *
 * @example
 * goNoGo({ demandW: 3000, changeoverLimitW: 5000, byHand: false, demandShareOfLimit: 0.8, loads: [], … }).word // => 'go'
 */
export function goNoGo(input: GoNoGoInput): GoNoGo {
  const { demandW, changeoverLimitW, nightLimitW, dayLimitW, byHand, pvSteadyMin, loads } = input
  const steady = pvSteadyMin !== null && pvSteadyMin >= PV_STEADY_MIN
  const limitW = byHand ? (steady ? dayLimitW : nightLimitW) : changeoverLimitW
  if (limitW === null || demandW === null)
    return {
      word: 'open',
      limitW,
      aimW: limitW === null ? null : limitW * input.demandShareOfLimit,
      excessW: null,
      turnOff: null,
    }
  const aimW = limitW * input.demandShareOfLimit
  if (atMost(demandW, aimW)) return { word: 'go', limitW, aimW, excessW: 0, turnOff: null }
  const excessW = demandW - aimW
  const running = loads.map(({ tag, powerW, priority, mustStayOn }) => ({
    id: tag,
    powerW,
    duty: 1,
    priority,
    keep: mustStayOn,
  }))
  const allW = running.reduce((sum, { powerW }) => sum + powerW, 0)
  return { word: 'noGo', limitW, aimW, excessW, turnOff: turnOffFirst(running, allW - excessW) }
}
