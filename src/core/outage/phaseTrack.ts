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
  /** The same, each within half a turn of the one before it. */
  turnedRad: Float64Array
  peak: Float64Array
  /** 1 where a window is about as large as the one half a cycle later. */
  isSteady: Uint8Array
  /** How many windows before each are not steady. */
  unsteadyBefore: Uint32Array
}

/** Where each quarter cycle begins, to the sample, and how far the carrier has turned by then. */
interface Quarters {
  starts: Int32Array
  cos: Float64Array
  sin: Float64Array
}

/** Cosine and sine of whole quarter turns. */
const QUARTER_TURNS: readonly (readonly [number, number])[] = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
]

function quartersOf(sampleCount: number, period: number): Quarters {
  const step = period / PER_CYCLE
  const count = Math.max(0, Math.floor((sampleCount - 1) / step))
  const starts = new Int32Array(count + 1)
  const cos = new Float64Array(count + 1)
  const sin = new Float64Array(count + 1)
  const radPerSample = (2 * Math.PI) / period
  for (let b = 0; b <= count; b++) {
    const start = Math.round(b * step)
    starts[b] = start
    // whole quarters are exact; what rounding to a sample adds is a small angle, and often none
    const [c, s] = QUARTER_TURNS[b % PER_CYCLE] as readonly [number, number]
    const rest = radPerSample * (start - b * step)
    const restCos = rest === 0 ? 1 : Math.cos(rest)
    const restSin = rest === 0 ? 0 : Math.sin(rest)
    cos[b] = c * restCos - s * restSin
    sin[b] = s * restCos + c * restSin
  }
  return { starts, cos, sin }
}

/** The carrier from a window's own beginning, sample by sample, and the sums of it up to each: windows differ in nothing but where they begin. */
function carrierTable(length: number, radPerSample: number) {
  const cos = Float64Array.from({ length }, (_, k) => Math.cos(radPerSample * k))
  const sin = Float64Array.from({ length }, (_, k) => Math.sin(radPerSample * k))
  const cosSum = new Float64Array(length + 1)
  const sinSum = new Float64Array(length + 1)
  for (let k = 0; k < length; k++) {
    cosSum[k + 1] = (cosSum[k] as number) + (cos[k] as number)
    sinSum[k + 1] = (sinSum[k] as number) + (sin[k] as number)
  }
  return { cos, sin, cosSum, sinSum }
}

type Carrier = ReturnType<typeof carrierTable>

/** Sums of each quarter cycle against the carrier of the table: in phase, across, and plain. */
interface QuarterSums {
  inPhase: Float64Array
  across: Float64Array
  plain: Float64Array
}

/** One quarter against the table. */
function sumQuarter(
  samples: Float64Array,
  start: number,
  length: number,
  cos: Float64Array,
  sin: Float64Array,
  { inPhase, across, plain }: QuarterSums,
  quarter: number,
): void {
  let x = 0
  let y = 0
  let sum = 0
  for (let k = 0; k < length; k++) {
    const v = samples[start + k] as number
    x += v * (cos[k] as number)
    y += v * (sin[k] as number)
    sum += v
  }
  inPhase[quarter] = x
  across[quarter] = y
  plain[quarter] = sum
}

/** Sums the quarters from the `from`-th on that end by a sample; gives the first that does not. */
function sumQuarters(
  samples: Float64Array,
  { starts }: Quarters,
  { cos, sin }: Carrier,
  sums: QuarterSums,
  from: number,
  sample: number,
): number {
  let quarter = from
  for (; quarter + 1 < starts.length; quarter++) {
    const start = starts[quarter] as number
    const end = starts[quarter + 1] as number
    if (end > sample) break
    sumQuarter(samples, start, end - start, cos, sin, sums, quarter)
  }
  return quarter
}

/**
 * Follows the fundamental of a wave stretch by stretch: `until` goes on to a sample, `track` is asked for at the end.
 *
 * Each quarter cycle is summed against a carrier of nominal frequency once: a window is four of them, and so every sample is looked at
 * once and not four times.
 */
export function phaseTracking(samples: Float64Array, rateHz: number, nominalHz: number, skewS = 0) {
  const period = rateHz / nominalHz
  const quarters = quartersOf(samples.length, period)
  const count = quarters.starts.length - 1
  const carrier = carrierTable(Math.ceil(period) + 1, (2 * Math.PI) / period)
  const sums: QuarterSums = {
    inPhase: new Float64Array(count),
    across: new Float64Array(count),
    plain: new Float64Array(count),
  }
  let done = 0
  const until = (sample: number) => {
    done = sumQuarters(samples, quarters, carrier, sums, done, sample)
  }
  return { until, track: () => trackOf(sums, quarters, carrier, { rateHz, nominalHz, skewS }) }
}

/** Follows the fundamental of a wave; `skewS` is added to its times. */
export function phaseTrack(samples: Float64Array, rateHz: number, nominalHz: number, skewS = 0): PhaseTrack {
  const { until, track } = phaseTracking(samples, rateHz, nominalHz, skewS)
  until(samples.length)
  return track()
}

/** Turns each quarter's sums to where it begins, in place. */
function turnToBeginning({ inPhase, across }: QuarterSums, { cos, sin }: Quarters): void {
  for (let b = 0; b < inPhase.length; b++) {
    const x = inPhase[b] as number
    const y = across[b] as number
    const c = cos[b] as number
    const s = sin[b] as number
    inPhase[b] = x * c - y * s
    across[b] = x * s + y * c
  }
}

/** Sum of four quarters on end. */
const four = (values: Float64Array, at: number): number =>
  (values[at] as number) + (values[at + 1] as number) + (values[at + 2] as number) + (values[at + 3] as number)

/** Phase (less `carrierRad`) and size of the fundamental in each window of four quarters. */
function windowsOf(sums: QuarterSums, { starts, cos, sin }: Quarters, { cosSum, sinSum }: Carrier, carrierRad: number) {
  const count = Math.max(0, starts.length - PER_CYCLE)
  const phaseRad = new Float64Array(count)
  const peak = new Float64Array(count)
  for (let k = 0; k < count; k++) {
    const length = (starts[k + PER_CYCLE] as number) - (starts[k] as number)
    // a recorder's offset does not leak in where a window is no whole number of samples
    const mean = four(sums.plain, k) / length
    const c = cos[k] as number
    const s = sin[k] as number
    const offsetIn = (cosSum[length] as number) * c - (sinSum[length] as number) * s
    const offsetAcross = (cosSum[length] as number) * s + (sinSum[length] as number) * c
    const re = four(sums.inPhase, k) - mean * offsetIn
    const im = mean * offsetAcross - four(sums.across, k)
    phaseRad[k] = wrapped(Math.atan2(im, re) - carrierRad)
    peak[k] = (2 * Math.sqrt(re * re + im * im)) / length
  }
  return { phaseRad, peak }
}

function trackOf(
  sums: QuarterSums,
  quarters: Quarters,
  carrier: Carrier,
  { rateHz, nominalHz, skewS }: { rateHz: number; nominalHz: number; skewS: number },
): PhaseTrack {
  turnToBeginning(sums, quarters)
  const { phaseRad, peak } = windowsOf(sums, quarters, carrier, 2 * Math.PI * nominalHz * skewS)
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

/** A line through phases against their place from the first window on: change from window to window, and the phase at the first. */
interface Fit {
  slope: number
  offset: number
}

/** The line through every window of a stretch: their places need no sum of their own. */
function evenFit({ turnedRad, phaseRad }: PhaseTrack, first: number, last: number): Fit {
  const n = last - first + 1
  // from the window's own angle, whatever the track has turned through before it
  const origin = (turnedRad[first] as number) - (phaseRad[first] as number)
  let sumY = 0
  let sumXY = 0
  for (let x = 0; x < n; x++) {
    const y = (turnedRad[first + x] as number) - origin
    sumY += y
    sumXY += x * y
  }
  const sumX = (n * (n - 1)) / 2
  const sumXX = (n * (n - 1) * (2 * n - 1)) / 6
  const slope = (n * sumXY - sumX * sumY) / (n * sumXX - sumX * sumX)
  return { slope, offset: (sumY - slope * sumX) / n }
}

/** The line through the steady windows alone; `null` where fewer than two are. */
function steadyFit(track: PhaseTrack, first: number, last: number): Fit | null {
  const { phaseRad } = track
  let n = 0
  let turned = 0
  let sumX = 0
  let sumY = 0
  let sumXX = 0
  let sumXY = 0
  for (let k = first; k <= last; k++) {
    if (!isSteadyIn(track, k, first, last)) continue
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
  return { slope, offset: (sumY - slope * sumX) / n }
}

/** Whether every window of a stretch is as large as its neighbours in it. */
const allAreSteady = ({ unsteadyBefore }: PhaseTrack, first: number, last: number): boolean =>
  last - first < 2 || unsteadyBefore[last - 1] === unsteadyBefore[first]

/** The line through the phase between two moments; `null` where fewer than two windows fit. */
export function phaseLine(track: PhaseTrack, fromS: number, toS: number): PhaseLine | null {
  const { first, last } = windowsWithin(track, fromS, toS)
  if (last - first < 1) return null
  const { firstS, stepS, nominalHz } = track
  const wholly = allAreSteady(track, first, last) || !mostAreSteady(track, first, last)
  const fit = wholly ? evenFit(track, first, last) : steadyFit(track, first, last)
  if (fit === null) return null
  const { slope, offset } = fit
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
