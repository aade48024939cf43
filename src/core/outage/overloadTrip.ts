import { atLeast, atMost } from '../quantity/tolerance'
import type { Limits } from '../rules/rulePack'
import type { Verdict } from '../rules/verdict'

export interface OverloadInput {
  /** At the source: sample k at startS + k·periodS. */
  log: { startS: number; periodS: number; powerW: readonly number[]; voltageV: readonly number[] }
  nominalV: number | null
  /** Declared continuous power. */
  limitW: number | null
  /** Declared overload and how long it is held; `null`: not declared. */
  surgeW: number | null
  surgeS: number | null
  /** When somebody restarted it. */
  handRestarts: readonly number[]
  /** Devices found tripped, with their times. */
  devices: readonly { timeS: number; id: string }[]
  /** How long a source is waited for; the pack's where it is `null`. */
  restartWaitS: number | null
}

export type OverloadState = 'tripped' | 'branchTripped' | 'held' | 'notReached'

export interface OverloadTrip {
  state: OverloadState | null
  tripS: number | null
  tripPowerW: number | null
  /** Time on end above the declared power before it gave up; uncertain by one period. */
  overLimitS: number | null
  peakW: number | null
  meanW: number | null
  /** `source`, or the id of the device beside it. */
  whatTripped: string | null
  restartS: number | null
  downS: number | null
  /** Whether it came back by itself; `null` where it did not come back in the log. */
  automatic: boolean | null
  retrips: number | null
  verdict: Verdict
}

const UNKNOWN: OverloadTrip = {
  state: null,
  tripS: null,
  tripPowerW: null,
  overLimitS: null,
  peakW: null,
  meanW: null,
  whatTripped: null,
  restartS: null,
  downS: null,
  automatic: null,
  retrips: null,
  verdict: 'open',
}

const DEAD_SHARE = 0.1
const LIVE_SHARE = 0.9
/** A restart by hand counts this long before the voltage came back; a device this near to the trip is the one that tripped. */
const HAND_WITHIN_S = 30
const DEVICE_WITHIN_S = 10

/** Largest of many; a long log is more than an argument list holds. */
const largestOf = (rows: readonly number[]): number => rows.reduce((most, w) => Math.max(most, w), -Infinity)

/** Powers at rows `from` up to and without `to`: their largest, their mean, and how long they last. */
function runOf(powerW: readonly number[], from: number, to: number, periodS: number) {
  const rows = powerW.slice(from, to)
  return {
    overLimitS: rows.length * periodS,
    peakW: largestOf(rows),
    meanW: rows.reduce((sum, w) => sum + w, 0) / rows.length,
  }
}

/** First row of the stretch above the limit that ends just before `end`; `end` itself where there is none. */
function runBefore(powerW: readonly number[], end: number, limitW: number): number {
  let from = end
  while (from > 0 && !atMost(powerW[from - 1] as number, limitW)) from--
  return from
}

/** The longest stretch above the limit, the first of equals. */
function longestRun(powerW: readonly number[], limitW: number): { from: number; to: number } {
  let best = { from: 0, to: 0 }
  for (let k = 0; k < powerW.length; k++) {
    if (atMost(powerW[k] as number, limitW)) continue
    const from = k
    while (k < powerW.length && !atMost(powerW[k] as number, limitW)) k++
    if (k - from > best.to - best.from) best = { from, to: k }
  }
  return best
}

/** The device whose time is nearest to the trip, where that is near enough; else the source itself. */
function whatTrippedAt(tripS: number, devices: OverloadInput['devices']): string {
  const nearest = [...devices].sort((a, b) => Math.abs(a.timeS - tripS) - Math.abs(b.timeS - tripS))[0]
  return nearest && atMost(Math.abs(nearest.timeS - tripS), DEVICE_WITHIN_S) ? nearest.id : 'source'
}

/** What was seen where the source never gave up. */
function withoutTrip({ log, devices }: OverloadInput, limitW: number): OverloadTrip {
  const { powerW, periodS } = log
  const { from, to } = longestRun(powerW, limitW)
  const held = to > from
  const state: OverloadState = devices.length > 0 ? 'branchTripped' : held ? 'held' : 'notReached'
  const run = held ? runOf(powerW, from, to, periodS) : { overLimitS: 0, meanW: null }
  return {
    ...UNKNOWN,
    ...run,
    state,
    peakW: largestOf(powerW),
    whatTripped: devices[0]?.id ?? null,
    retrips: 0,
    // it carried it, or a branch gave way before it: its own protection was not seen either way
    verdict: state === 'notReached' ? 'open' : 'watch',
  }
}

function tripVerdict(
  trip: Pick<OverloadTrip, 'automatic' | 'restartS'> & {
    overLimitS: number
    peakW: number
    retrips: number
    tripS: number
  },
  input: OverloadInput,
  restartWaitS: number,
): Verdict {
  const { log, surgeW, surgeS } = input
  if (trip.overLimitS === 0) return 'stop'
  if (surgeW !== null && surgeS !== null && atMost(trip.peakW, surgeW) && !atLeast(trip.overLimitS, surgeS))
    return 'stop'
  if (trip.restartS === null) {
    const endS = log.startS + (log.voltageV.length - 1) * log.periodS
    return atLeast(endS - trip.tripS, restartWaitS) ? 'stop' : 'open'
  }
  return trip.automatic === false || trip.retrips > 0 ? 'watch' : 'proven'
}

/**
 * T-9: an overload from a power and voltage log: what tripped, at what power after how long above the declared one, and whether it came
 * back by itself. Giving up within the declared power, or sooner than declared, is Stop; so is a source that stays off. One that carried
 * the load is Watch, since its protection was not seen; a load that never reached the limit taught nothing and is Open.
 */
export function overloadTrip(input: OverloadInput, limits: Limits): OverloadTrip {
  const { log, nominalV, limitW, handRestarts, devices } = input
  const { startS, periodS, powerW, voltageV } = log
  if (nominalV === null || limitW === null || powerW.length === 0 || voltageV.length === 0) return UNKNOWN
  const dead = voltageV.map((volts) => !atLeast(volts, DEAD_SHARE * nominalV))
  const dies = (k: number) => dead[k] === true && dead[k - 1] === false
  const timeS = (k: number) => startS + k * periodS
  const trip = dead.findIndex((_, k) => k > 0 && dies(k))
  if (trip < 0) return withoutTrip(input, limitW)
  const from = runBefore(powerW, trip, limitW)
  const tripPowerW = powerW[trip - 1] as number
  const run = from < trip ? runOf(powerW, from, trip, periodS) : { overLimitS: 0, peakW: tripPowerW, meanW: tripPowerW }
  const restart = voltageV.findIndex((volts, k) => k > trip && atLeast(volts, LIVE_SHARE * nominalV))
  const tripS = timeS(trip)
  const restartS = restart < 0 ? null : timeS(restart)
  const byHand =
    restartS !== null &&
    handRestarts.some((at) => at >= tripS && atMost(at, restartS) && atMost(restartS - at, HAND_WITHIN_S))
  const automatic = restartS === null ? null : !byHand
  const retrips = restart < 0 ? 0 : dead.filter((_, k) => k > restart && dies(k)).length
  const found = { ...run, tripS, restartS, automatic, retrips }
  return {
    ...found,
    state: 'tripped',
    tripPowerW,
    whatTripped: whatTrippedAt(tripS, devices),
    downS: restartS === null ? null : restartS - tripS,
    verdict: tripVerdict(found, input, input.restartWaitS ?? limits.restartWaitS.value),
  }
}
