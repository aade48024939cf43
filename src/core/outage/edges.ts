import { fundamentalAt } from './fundamental'
import { rmsOver } from './squareSums'
import { LEAVES, RETURNS, type Wave, departureSample, returnSample } from './voltageEvents'

/** An edge within this many cycles is sharp, and looked for sample by sample; a slower one is a ramp. */
const SHARP_CYCLES = 1.3
/** A return that takes longer than this from nearly nothing to the level is a soft start, however steep its end. */
const SOFT_CYCLES = 1.75
const SOFT_FROM = 0.15
/** How far through an edge its upper mark lies: 98 % where the healthy side stands at 100 %. */
const UPPER_MARK = 0.8
const STEPS_PER_CYCLE = 16

/** One-cycle RMS with the window standing at its middle. */
const rmsAround = ({ sums, nominalPeriod }: Wave, at: number): number =>
  rmsOver(sums, at - nominalPeriod / 2, nominalPeriod)

/** RMS of the fundamental, one cycle around a place. */
const fundamentalRms = ({ samples, nominalPeriod }: Wave, at: number): number =>
  fundamentalAt(samples, at - nominalPeriod / 2, nominalPeriod, 1 / nominalPeriod).peak / Math.SQRT2

/** Whether a one-cycle window around a place lies in the recording. */
const fits = ({ samples, nominalPeriod }: Wave, at: number): boolean =>
  at - nominalPeriod / 2 >= 1 && at + nominalPeriod / 2 < samples.length - 1

type Measure = (wave: Wave, at: number) => number

/** Where a measure crosses a level, walking from `at` in a direction; `null` where the recording or the reach ends first. */
function crossing(wave: Wave, measure: Measure, from: number, level: number, direction: 1 | -1, reach: number) {
  const step = (direction * wave.nominalPeriod) / STEPS_PER_CYCLE
  let at = from
  let value = measure(wave, at)
  const side = value < level
  for (let walked = 0; walked < reach; walked += Math.abs(step)) {
    const next = at + step
    if (!fits(wave, next)) return null
    const after = measure(wave, next)
    if (after < level !== side) return at + (step * (level - value)) / (after - value)
    at = next
    value = after
  }
  return null
}

export interface Edge {
  sample: number
  /** The voltage went slowly: where it begins is a matter of the level, and what lay before was not steady. */
  ramp: boolean
  /** Where a ramp leaves (or reaches) its healthy level. */
  rampFrom: number
}

const reachOf = (wave: Wave) => 40 * wave.nominalPeriod

/**
 * Where the voltage leaves: sample by sample where it falls through its marks within 1.3 cycles, else where the RMS of the fundamental
 * crosses 90 % of nominal.
 *
 * @param healthyV RMS before; nominal where that is not known
 */
export function leavingEdge(wave: Wave, coarseStart: number, period: number, healthyV: number): Edge {
  const low = LEAVES * wave.nominalV
  const high = low + UPPER_MARK * Math.max(0, healthyV - low)
  // a cycle of nominal length may still be a hair above the level where one of the measured length is below it
  const inside = [1 / 2, 1]
    .map((cycles) => coarseStart + cycles * wave.nominalPeriod)
    .find((at) => fits(wave, at) && rmsAround(wave, at) < low)
  const sharp = (): Edge => {
    const sample = departureSample(wave, coarseStart, period) ?? Math.round(coarseStart)
    return { sample, ramp: false, rampFrom: sample }
  }
  if (inside === undefined) return sharp()
  const at90 = crossing(wave, rmsAround, inside, low, -1, reachOf(wave))
  const at98 = at90 === null ? null : crossing(wave, rmsAround, at90 - 1, high, -1, reachOf(wave))
  if (at90 === null || at98 === null || at90 - at98 <= SHARP_CYCLES * wave.nominalPeriod) return sharp()
  const onset = crossing(wave, fundamentalRms, inside, low, -1, reachOf(wave)) ?? at90
  return { sample: onset, ramp: true, rampFrom: at98 }
}

/**
 * Where the voltage is back: sample by sample for a sharp edge, else where the RMS of the fundamental crosses 92 % of nominal.
 *
 * @param settledV RMS after; nominal where that is not known
 */
export function returningEdge(
  wave: Wave,
  event: { start: number; coarseBack: number; residual: number },
  period: number,
  settledV: number,
): Edge {
  const low = LEAVES * wave.nominalV
  const high = low + UPPER_MARK * Math.max(0, settledV - low)
  const middle = event.coarseBack + wave.nominalPeriod / 2
  const sharp = (): Edge => {
    const sample = returnSample(wave, event, period)
    return { sample, ramp: false, rampFrom: sample }
  }
  if (!fits(wave, middle)) return sharp()
  const at90 = crossing(wave, rmsAround, middle, low, -1, middle - event.start)
  if (at90 === null) return sharp()
  const at98 = crossing(wave, rmsAround, at90 + 1, high, 1, reachOf(wave))
  const nearlyNothing = wave.nominalV * (event.residual + SOFT_FROM * (1 - event.residual))
  const at15 = crossing(wave, rmsAround, at90 - 1, nearlyNothing, -1, at90 - event.start)
  const creeps = at98 !== null && at98 - at90 > SHARP_CYCLES * wave.nominalPeriod
  const softly = event.residual < 0.1 && at15 !== null && at90 - at15 > SOFT_CYCLES * wave.nominalPeriod
  if (!creeps && !softly) return sharp()
  const back = crossing(wave, fundamentalRms, at90 - 1, RETURNS * wave.nominalV, 1, reachOf(wave))
  return back === null ? sharp() : { sample: back, ramp: true, rampFrom: at98 ?? back }
}
