import { cyclesAveraged } from './frequency'
import { fundamentalAt } from './fundamental'

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
}

/** Follows the fundamental of a wave; `skewS` is added to its times. */
export function phaseTrack(samples: Float64Array, rateHz: number, nominalHz: number, skewS = 0): PhaseTrack {
  const period = rateHz / nominalHz
  const step = period / PER_CYCLE
  const windows = Math.max(0, Math.floor((samples.length - 1 - period) / step) + 1)
  const phaseRad = new Float64Array(windows)
  const peak = new Float64Array(windows)
  for (let k = 0; k < windows; k++) {
    const from = Math.round(k * step)
    const found = fundamentalAt(samples, from, period, 1 / period)
    phaseRad[k] = wrapped(found.phaseRad - 2 * Math.PI * nominalHz * (from / rateHz + skewS))
    peak[k] = found.peak
  }
  return { nominalHz, firstS: period / 2 / rateHz + skewS, stepS: step / rateHz, phaseRad, peak }
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

/** Windows of a stretch whose size is steady; all of them where hardly any is. */
function steadyWindows({ peak }: PhaseTrack, first: number, last: number): number[] {
  const all = Array.from({ length: last - first + 1 }, (_, k) => first + k)
  const near = (k: number, other: number) =>
    other < first ||
    other > last ||
    Math.abs((peak[k] as number) - (peak[other] as number)) <= STEADY_SHARE * (peak[k] as number)
  const steady = all.filter((k) => near(k, k - 2) && near(k, k + 2))
  return steady.length >= ENOUGH_STEADY * all.length ? steady : all
}

/** The line through the phase between two moments; `null` where fewer than two windows fit. */
export function phaseLine(track: PhaseTrack, fromS: number, toS: number): PhaseLine | null {
  const { first, last } = windowsWithin(track, fromS, toS)
  if (last - first < 1) return null
  const { firstS, stepS, phaseRad, nominalHz } = track
  const windows = steadyWindows(track, first, last)
  const n = windows.length
  let turned = phaseRad[windows[0] as number] as number
  let sumX = 0
  let sumY = 0
  let sumXX = 0
  let sumXY = 0
  for (const k of windows) {
    turned += wrapped((phaseRad[k] as number) - turned)
    const x = k - first
    sumX += x
    sumY += turned
    sumXX += x * x
    sumXY += x * turned
  }
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

/** T-3: 10/12-cycle means refreshed each half cycle, all within two moments. */
export function frequencyRun(track: PhaseTrack, fromS: number, toS: number): FrequencyRun {
  const lengthS = cyclesAveraged(track.nominalHz) / track.nominalHz
  const stepS = 2 * track.stepS
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
