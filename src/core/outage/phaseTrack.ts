import { PER_CYCLE, type QuarterSums, quarterSumming } from './quarterSums'

/** Phase and size of a wave's fundamental along the recording, in one-cycle windows of nominal length. */
export interface PhaseTrack {
  nominalHz: number
  /** Middle of the first window and distance of two, in s. */
  firstS: number
  stepS: number
  /** Phase against a carrier of nominal frequency at the window's middle, in rad, not unwrapped. */
  phaseRad: Float64Array
  /** The same, each within half a turn of the one before it. */
  turnedRad: Float64Array
  peak: Float64Array
  /** 1 where a window is about as large as the one half a cycle later. */
  isSteady: Uint8Array
  /** How many windows before each are not steady. */
  unsteadyBefore: Uint32Array
}

/** A window whose size differs from those half a cycle away by more than this holds an edge or a spike, and its phase is not the wave's. */
const STEADY_SHARE = 0.005

/** Sum of four quarters on end. */
const four = (values: Float64Array, at: number): number =>
  (values[at] as number) + (values[at + 1] as number) + (values[at + 2] as number) + (values[at + 3] as number)

/** Phase (less `carrierRad`) and size of the fundamental in each window of four quarters. */
function windowsOf({ quarters, carrier, inPhase, across, plain }: QuarterSums, carrierRad: number) {
  const { starts, cos, sin } = quarters
  const { cosSum, sinSum } = carrier
  const count = Math.max(0, starts.length - PER_CYCLE)
  const phaseRad = new Float64Array(count)
  const peak = new Float64Array(count)
  for (let k = 0; k < count; k++) {
    const length = (starts[k + PER_CYCLE] as number) - (starts[k] as number)
    // a recorder's offset does not leak in where a window is no whole number of samples
    const mean = four(plain, k) / length
    const c = cos[k] as number
    const s = sin[k] as number
    const offsetIn = (cosSum[length] as number) * c - (sinSum[length] as number) * s
    const offsetAcross = (cosSum[length] as number) * s + (sinSum[length] as number) * c
    const re = four(inPhase, k) - mean * offsetIn
    const im = mean * offsetAcross - four(across, k)
    phaseRad[k] = wrapped(Math.atan2(im, re) - carrierRad)
    peak[k] = (2 * Math.sqrt(re * re + im * im)) / length
  }
  return { phaseRad, peak }
}

function trackOf(sums: QuarterSums, rateHz: number, nominalHz: number, skewS: number): PhaseTrack {
  const { phaseRad, peak } = windowsOf(sums, 2 * Math.PI * nominalHz * skewS)
  const isSteady = steadySteps(peak)
  const period = rateHz / nominalHz
  return {
    nominalHz,
    firstS: period / 2 / rateHz + skewS,
    stepS: period / PER_CYCLE / rateHz,
    phaseRad,
    turnedRad: turnedOf(phaseRad),
    peak,
    isSteady,
    unsteadyBefore: unsteadyUpTo(isSteady),
  }
}

function turnedOf(phaseRad: Float64Array): Float64Array {
  const turned = phaseRad.slice()
  for (let k = 1; k < turned.length; k++) {
    const before = turned[k - 1] as number
    turned[k] = before + wrapped((phaseRad[k] as number) - before)
  }
  return turned
}

function unsteadyUpTo(isSteady: Uint8Array): Uint32Array {
  const before = new Uint32Array(isSteady.length + 1)
  for (let k = 0; k < isSteady.length; k++) before[k + 1] = (before[k] as number) + 1 - (isSteady[k] as number)
  return before
}

/** Whether each window is about as large as the one half a cycle later. */
function steadySteps(peak: Float64Array): Uint8Array {
  const steady = new Uint8Array(peak.length)
  for (let k = 0; k + 2 < peak.length; k++)
    steady[k] = Math.abs((peak[k] as number) - (peak[k + 2] as number)) <= STEADY_SHARE * (peak[k] as number) ? 1 : 0
  return steady
}

const TURN = 2 * Math.PI
/** An angle in −π…π. */
export const wrapped = (rad: number): number => rad - TURN * Math.floor(rad / TURN + 0.5)

/**
 * Follows the fundamental of a wave stretch by stretch: `until` goes on to a sample, `track` is asked for at the end. Windows follow one
 * another in quarter cycles: what a window of nominal length makes of another frequency alternates between them and averages out.
 */
export function phaseTracking(samples: Float64Array, rateHz: number, nominalHz: number, skewS = 0) {
  const { sums, until } = quarterSumming(samples, rateHz / nominalHz)
  return { until, track: () => trackOf(sums, rateHz, nominalHz, skewS) }
}

/** Follows the fundamental of a wave; `skewS` is added to its times. */
export function phaseTrack(samples: Float64Array, rateHz: number, nominalHz: number, skewS = 0): PhaseTrack {
  const { until, track } = phaseTracking(samples, rateHz, nominalHz, skewS)
  until(samples.length)
  return track()
}
