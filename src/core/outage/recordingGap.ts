import type { RulePack } from '../rules/rulePack'
import type { VoltageEvent } from './channelEvents'
import { type RideThroughClass, rideThroughClass } from './rideThrough'

/** The outage of a recording. One that is open has no duration and no class, whatever else the recording holds. */
export interface Gap {
  startS: number | null
  endS: number | null
  longestPhaseMs: number | null
  overallMs: number | null
  rideThroughClass: RideThroughClass | null
  /** The bracket the half-cycle figure alone would give. */
  halfCycleGapMs: number | null
  /** Which side the recording does not hold; `null` for a whole gap. */
  open: 'start' | 'end' | 'both' | null
  /** The longest stretch seen without voltage on one phase. */
  atLeastMs: number
  /** The best class that is still possible. */
  classAtBest: RideThroughClass
}

const from = ({ startS }: VoltageEvent) => startS ?? -Infinity
const until = ({ endS }: VoltageEvent) => endS ?? Infinity
const isOpen = (gap: VoltageEvent) => gap.startS === null || gap.endS === null

/** Gaps of other phases that overlap one, with it. */
const together = (gaps: readonly VoltageEvent[], main: VoltageEvent) =>
  gaps.filter((gap) => from(gap) <= until(main) && until(gap) >= from(main))

function openSide(gaps: readonly VoltageEvent[]): Gap['open'] {
  const start = gaps.some(({ startS }) => startS === null)
  const end = gaps.some(({ endS }) => endS === null)
  return start && end ? 'both' : start ? 'start' : end ? 'end' : null
}

/**
 * T-2: the outage of a recording, from the gaps of all its phases. The longest phase decides the class; a gap that began before the
 * recording, or did not end in it, on any phase, comes before every whole one and leaves duration and class open.
 *
 * @returns `null` when no phase was without voltage
 */
export function recordingGap(
  events: readonly (readonly VoltageEvent[])[],
  halfCycleGapMs: number,
  pack: Pick<RulePack, 'limits'>,
): Gap | null {
  const gaps = events.flat().filter(({ kind }) => kind === 'gap')
  const open = gaps.filter(isOpen)
  const candidates = open.length > 0 ? open : gaps
  const [first, ...others] = candidates
  if (first === undefined) return null
  const main = others.reduce((best, gap) => (gap.seenMs > best.seenMs ? gap : best), first)
  const group = together(gaps, main)
  const side = openSide(group)
  const startS = Math.min(...group.map(from))
  const endS = Math.max(...group.map(until))
  const atLeastMs = Math.max(...group.map(({ seenMs }) => seenMs))
  const classAtBest = rideThroughClass(atLeastMs, pack)
  const bounds = { startS: Number.isFinite(startS) ? startS : null, endS: Number.isFinite(endS) ? endS : null }
  const known = { ...bounds, open: side, atLeastMs, classAtBest }
  if (side !== null)
    return { ...known, longestPhaseMs: null, overallMs: null, rideThroughClass: null, halfCycleGapMs: null }
  return {
    ...known,
    longestPhaseMs: atLeastMs,
    overallMs: 1000 * (endS - startS),
    rideThroughClass: classAtBest,
    halfCycleGapMs,
  }
}

/** What a recording's gap is as a reading: its duration, or the word for why there is none. */
export function gapEntry(gap: Gap | null): { valueNumber: number | null; valueWord: string | null } {
  if (gap === null) return { valueNumber: null, valueWord: 'no gap' }
  return { valueNumber: gap.longestPhaseMs, valueWord: gap.longestPhaseMs === null ? 'open gap' : null }
}

/** A recording's gap with both its ends in it. */
export type WholeGap = Gap & {
  startS: number
  endS: number
  longestPhaseMs: number
  rideThroughClass: RideThroughClass
  halfCycleGapMs: number
}

/** Whether a gap has a duration that may be claimed. */
export const isWhole = (gap: Gap | null): gap is WholeGap => gap !== null && gap.longestPhaseMs !== null

/** What the recording holds of a gap, whole or not, for drawing it. */
export const seenPart = ({ startS, endS }: Gap, durationS: number) => ({ startS: startS ?? 0, endS: endS ?? durationS })
