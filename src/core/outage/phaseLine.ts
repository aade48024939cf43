import { type PhaseTrack, wrapped } from './phaseTrack'

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

/** Slope of the line through every window of a stretch: windows as far from its middle as each other weigh by how far apart they are. */
function evenSlope({ turnedRad }: PhaseTrack, first: number, last: number): number {
  let sum = 0
  for (let early = first, late = last; early < late; early++, late--)
    sum += (late - early) * ((turnedRad[late] as number) - (turnedRad[early] as number))
  const n = last - first + 1
  return (6 * sum) / (n * (n * n - 1))
}

/** The line through every window of a stretch: it goes through their mean in the middle. */
function evenFit(track: PhaseTrack, first: number, last: number): Fit {
  const { turnedRad, phaseRad } = track
  const slope = evenSlope(track, first, last)
  // from the window's own angle, whatever the track has turned through before it
  const origin = (turnedRad[first] as number) - (phaseRad[first] as number)
  let sum = 0
  for (let k = first; k <= last; k++) sum += (turnedRad[k] as number) - origin
  return { slope, offset: sum / (last - first + 1) - (slope * (last - first)) / 2 }
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

/** Whether a line goes through every window of a stretch: all are steady, or so few that the others cannot be told from them. */
const takesAll = (track: PhaseTrack, first: number, last: number): boolean =>
  allAreSteady(track, first, last) || !mostAreSteady(track, first, last)

const hzOf = ({ nominalHz, stepS }: PhaseTrack, slope: number): number => nominalHz + slope / stepS / (2 * Math.PI)

/** The line through the phase between two moments; `null` where fewer than two windows fit. */
export function phaseLine(track: PhaseTrack, fromS: number, toS: number): PhaseLine | null {
  const { first, last } = windowsWithin(track, fromS, toS)
  if (last - first < 1) return null
  const fit = takesAll(track, first, last) ? evenFit(track, first, last) : steadyFit(track, first, last)
  if (fit === null) return null
  const { slope, offset } = fit
  const { firstS, stepS } = track
  const originS = firstS + first * stepS
  return { hz: hzOf(track, slope), at: (timeS) => offset + (slope * (timeS - originS)) / stepS }
}

/** The frequency that the line through the phase between two moments means, in Hz; `null` where fewer than two windows fit. */
export function lineHz(track: PhaseTrack, fromS: number, toS: number): number | null {
  const { first, last } = windowsWithin(track, fromS, toS)
  if (last - first < 1) return null
  if (takesAll(track, first, last)) return hzOf(track, evenSlope(track, first, last))
  const fit = steadyFit(track, first, last)
  return fit === null ? null : hzOf(track, fit.slope)
}
