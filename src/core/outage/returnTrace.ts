import type { TraceChannel } from './channelEvents'
import { cyclesAveraged } from './frequency'
import { phaseLine } from './phaseLine'
import type { PhaseTrack } from './phaseTrack'
import type { Gap } from './recordingGap'

/** The return of the street as a recording of both sides shows it (T-7). */
export interface ReturnTrace {
  gridBackS: number
  reconnectS: number
  waitS: number
  /** On the load side; 0 is seamless, `null` for one that did not end. */
  secondGapMs: number | null
  seamless: boolean
  /** Frequency of the island less that of the street, just before. */
  slipHz: number | null
}

/** Two phasors that differ by less than this share of the street's are one supply. */
const FOLLOWS_SHARE = 0.015

/** Difference of two phasors in a window, as a share of the street's. */
function apart(load: PhaseTrack, grid: PhaseTrack, k: number): number {
  const [a, b] = [load.peak[k] as number, grid.peak[k] as number]
  if (!(b > 0)) return Infinity
  const angle = (load.phaseRad[k] as number) - (grid.phaseRad[k] as number)
  return Math.sqrt(Math.max(0, a * a + b * b - 2 * a * b * Math.cos(angle))) / b
}

/** Moment from which the load side follows the supply side to the end; `null` where it does not, or did from the start. */
function followsFromS(load: TraceChannel, grid: TraceChannel, fromS: number): number | null {
  const { track } = load
  let k = Math.min(track.peak.length, grid.track.peak.length)
  const last = k
  while (k > 0 && apart(track, grid.track, k - 1) < FOLLOWS_SHARE) k--
  const atS = track.firstS + k * track.stepS
  return k === last || k === 0 || atS < fromS ? null : atS
}

/** When the street came back for good before a moment: the end of its last outage. */
function gridBackBefore(grid: TraceChannel, beforeS: number): number | null {
  const ends = grid.events.flatMap(({ endS }) => (endS !== null && endS <= beforeS ? [endS] : []))
  return ends.length === 0 ? null : Math.max(...ends)
}

/**
 * T-7 from a wave of both sides: when the street came back, how long the house waited, whether there was a second gap, and how far apart
 * the two were. `null` where the recording does not hold a return.
 */
export function returnTrace(
  load: readonly TraceChannel[],
  grid: readonly TraceChannel[],
  gap: Gap | null,
): ReturnTrace | null {
  const [house] = load
  const [street] = grid
  if (house === undefined || street === undefined) return null
  const firstBackS = gridBackBefore(street, Infinity)
  if (firstBackS === null) return null
  const second = gap !== null && gap.startS !== null && gap.startS >= firstBackS - 1e-9 ? gap : null
  const reconnectS = second === null ? followsFromS(house, street, firstBackS) : second.endS
  if (reconnectS === null) return null
  const gridBackS = gridBackBefore(street, second?.startS ?? reconnectS) ?? firstBackS
  const islandToS = second?.startS ?? reconnectS - 1 / house.track.nominalHz
  const lengthS = cyclesAveraged(house.track.nominalHz) / house.track.nominalHz
  const island = phaseLine(house.track, islandToS - lengthS, islandToS)
  const supply = phaseLine(street.track, islandToS - lengthS, islandToS)
  return {
    gridBackS,
    reconnectS,
    waitS: reconnectS - gridBackS,
    secondGapMs: second === null ? 0 : second.longestPhaseMs,
    seamless: second === null,
    slipHz: island === null || supply === null ? null : island.hz - supply.hz,
  }
}
