import { cyclesAveraged } from './frequency'

/** Windows a cycle. Quarter cycles: what a window of nominal length makes of another frequency alternates and averages out. */
const PER_CYCLE = 4

/** Phase and size of a wave's fundamental along the recording, in one-cycle windows of nominal length. */
export interface PhaseTrack {
  nominalHz: number
  /** Middle of the first window and distance of two, in s. */
  firstS: number
  stepS: number
  /** Phase against a carrier of nominal frequency at the window's middle, in rad, not unwrapped. */
  phaseRad: Float64Array
  peak: Float64Array
  /** 1 where a window is about as large as the one half a cycle later. */
  isSteady: Uint8Array
}

/** Sums of one block of samples against the carrier, with what a constant offset would add to them. */
interface Block {
  re: Float64Array
  im: Float64Array
  sum: Float64Array
  offsetRe: Float64Array
  offsetIm: Float64Array
}

/**
 * Sums each quarter cycle against a carrier of nominal frequency, once: a window is four of them, and so every sample is looked at once
 * and not four times.
 */
function quarterCycles(samples: Float64Array, starts: Int32Array, radPerSample: number): Block {
  const count = starts.length - 1
  const block = (): Float64Array => new Float64Array(count)
  const found: Block = { re: block(), im: block(), sum: block(), offsetRe: block(), offsetIm: block() }
  const [cosStep, sinStep] = [Math.cos(radPerSample), Math.sin(radPerSample)]
  for (let b = 0; b < count; b++) {
    const [from, to] = [starts[b] as number, starts[b + 1] as number]
    let c = Math.cos(radPerSample * from)
    let s = Math.sin(radPerSample * from)
    let re = 0
    let im = 0
    let sum = 0
    let offsetRe = 0
    let offsetIm = 0
    for (let k = from; k < to; k++) {
      const v = samples[k] as number
      re += v * c
      im -= v * s
      sum += v
      offsetRe += c
      offsetIm -= s
      const next = c * cosStep - s * sinStep
      s = s * cosStep + c * sinStep
      c = next
    }
    found.re[b] = re
    found.im[b] = im
    found.sum[b] = sum
    found.offsetRe[b] = offsetRe
    found.offsetIm[b] = offsetIm
  }
  return found
}

/** Sum of four blocks on end. */
const four = (values: Float64Array, at: number): number =>
  (values[at] as number) + (values[at + 1] as number) + (values[at + 2] as number) + (values[at + 3] as number)

/** Follows the fundamental of a wave; `skewS` is added to its times. */
export function phaseTrack(samples: Float64Array, rateHz: number, nominalHz: number, skewS = 0): PhaseTrack {
  const period = rateHz / nominalHz
  const step = period / PER_CYCLE
  const blocks = Math.floor((samples.length - 1) / step)
  const windows = Math.max(0, blocks - PER_CYCLE + 1)
  const starts = Int32Array.from({ length: blocks + 1 }, (_, b) => Math.round(b * step))
  const sums = quarterCycles(samples, starts, (2 * Math.PI) / period)
  const phaseRad = new Float64Array(windows)
  const peak = new Float64Array(windows)
  const carrierRad = 2 * Math.PI * nominalHz * skewS
  for (let k = 0; k < windows; k++) {
    const length = (starts[k + PER_CYCLE] as number) - (starts[k] as number)
    // a recorder's offset does not leak in where a window is no whole number of samples
    const mean = four(sums.sum, k) / length
    const re = four(sums.re, k) - mean * four(sums.offsetRe, k)
    const im = four(sums.im, k) - mean * four(sums.offsetIm, k)
    phaseRad[k] = wrapped(Math.atan2(im, re) - carrierRad)
    peak[k] = (2 * Math.hypot(re, im)) / length
  }
  return {
    nominalHz,
    firstS: period / 2 / rateHz + skewS,
    stepS: step / rateHz,
    phaseRad,
    peak,
    isSteady: steadySteps(peak),
  }
}

/** Whether each window is about as large as the one half a cycle later. */
function steadySteps(peak: Float64Array): Uint8Array {
  const steady = new Uint8Array(peak.length)
  for (let k = 0; k + 2 < peak.length; k++)
    steady[k] = Math.abs((peak[k] as number) - (peak[k + 2] as number)) <= STEADY_SHARE * (peak[k] as number) ? 1 : 0
  return steady
}

/** An angle in −π…π. */
export const wrapped = (rad: number): number => rad - 2 * Math.PI * Math.round(rad / (2 * Math.PI))

/** A straight line through the phase: what it is at a moment, and the frequency it means. */
export interface PhaseLine {
  hz: number
  /** Phase against the carrier at a moment, in rad. */
  at: (timeS: number) => number
}

/** First and last window that lie wholly within two moments. */
function windowsWithin({ firstS, stepS, nominalHz, phaseRad }: PhaseTrack, fromS: number, toS: number) {
  const halfS = 0.5 / nominalHz
  const slack = 1e-9
  const first = Math.max(0, Math.ceil((fromS + halfS - firstS) / stepS - slack))
  const last = Math.min(phaseRad.length - 1, Math.floor((toS - halfS - firstS) / stepS + slack))
  return { first, last }
}

/** A window whose size differs from those half a cycle away by more than this holds an edge or a spike, and its phase is not the wave's. */
const STEADY_SHARE = 0.005
/** At least this share of the windows must be steady for the others to be left out. */
const ENOUGH_STEADY = 0.5

/** Whether a window is as large as its neighbours within a stretch. */
const isSteadyIn = ({ isSteady }: PhaseTrack, k: number, first: number, last: number): boolean =>
  (k - 2 < first || isSteady[k - 2] === 1) && (k + 2 > last || isSteady[k] === 1)

/** Whether enough windows of a stretch are steady for the others to be left out. */
function mostAreSteady(track: PhaseTrack, first: number, last: number): boolean {
  let steady = 0
  for (let k = first; k <= last; k++) if (isSteadyIn(track, k, first, last)) steady++
  return steady >= ENOUGH_STEADY * (last - first + 1)
}

/** The line through the phase between two moments; `null` where fewer than two windows fit. */
export function phaseLine(track: PhaseTrack, fromS: number, toS: number): PhaseLine | null {
  const { first, last } = windowsWithin(track, fromS, toS)
  if (last - first < 1) return null
  const { firstS, stepS, phaseRad, nominalHz } = track
  const steadyOnly = mostAreSteady(track, first, last)
  let n = 0
  let turned = 0
  let sumX = 0
  let sumY = 0
  let sumXX = 0
  let sumXY = 0
  for (let k = first; k <= last; k++) {
    if (steadyOnly && !isSteadyIn(track, k, first, last)) continue
    const phase = phaseRad[k] as number
    turned = n === 0 ? phase : turned + wrapped(phase - turned)
    const x = k - first
    n++
    sumX += x
    sumY += turned
    sumXX += x * x
    sumXY += x * turned
  }
  if (n < 2) return null
  const slope = (n * sumXY - sumX * sumY) / (n * sumXX - sumX * sumX)
  const offset = (sumY - slope * sumX) / n
  const originS = firstS + first * stepS
  return {
    hz: nominalHz + slope / stepS / (2 * Math.PI),
    at: (timeS) => offset + (slope * (timeS - originS)) / stepS,
  }
}

/** Mean frequencies over 10/12 cycles, window by window within a stretch: their starts in s, and the Hz. */
export interface FrequencyRun {
  startS: Float64Array
  hz: Float64Array
}

/** T-3: 10/12-cycle means refreshed each cycle, all within two moments. */
export function frequencyRun(track: PhaseTrack, fromS: number, toS: number): FrequencyRun {
  const lengthS = cyclesAveraged(track.nominalHz) / track.nominalHz
  const stepS = PER_CYCLE * track.stepS
  const count = Math.max(0, Math.floor((toS - fromS - lengthS) / stepS + 1e-9) + 1)
  const startS: number[] = []
  const hz: number[] = []
  for (let k = 0; k < count; k++) {
    const at = fromS + k * stepS
    const line = phaseLine(track, at, at + lengthS)
    if (line === null) continue
    startS.push(at)
    hz.push(line.hz)
  }
  return { startS: Float64Array.from(startS), hz: Float64Array.from(hz) }
}

/** The fastest change over half a second within a run, in Hz/s; `null` where it is shorter. */
export function fastestChange({ startS, hz }: FrequencyRun): number | null {
  let fastest: number | null = null
  for (let k = 0, later = 0; k < hz.length; k++) {
    while (later < hz.length && (startS[later] as number) < (startS[k] as number) + 0.5 - 1e-9) later++
    if (later >= hz.length) break
    const spanS = (startS[later] as number) - (startS[k] as number)
    const change = Math.abs((hz[later] as number) - (hz[k] as number)) / spanS
    if (fastest === null || change > fastest) fastest = change
  }
  return fastest
}
