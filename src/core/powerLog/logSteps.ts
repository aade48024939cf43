import type { LogMark } from './logMarks'
import { type LogView, medianOf } from './logRows'

/** A load that came or went inside the island (T-8), with what voltage and frequency settled at. */
export interface LogStep {
  timeS: number
  /** Label of the mark that belongs to it. */
  label: string | null
  beforeW: number
  afterW: number
  deltaW: number
  settledV: number | null
  settledHz: number | null
  batteryW: number | null
  row: number
}

/** A mark with the step it belongs to; `null` where none is near. */
export interface MatchedMark {
  timeS: number
  label: string
  stepTimeS: number | null
}

/** Seconds on either side of a step that say what was before and after it; an inrush is over by then. */
const SIDE_S = 8
/** Rows on either side at the least: a log of one row a second has few. */
const LEAST_ROWS = 5
/** A level is settled where two stretches of this length after each other agree: the first such pair is what the step came to. */
const LEVEL_S = 1.5
const LEVEL_ROWS = 3
const LEVEL_BAND_W = 40
const LEVEL_BAND_SHARE = 0.02
/** Voltage and frequency are looked at for longer: they are noisier, and a small load that comes and goes hardly moves them. */
const SETTLED_FOR_S = 8
const MARK_WITHIN_S = 5

/** Rows in which the house was supplied on its own, without a break. */
export interface Segment {
  from: number
  to: number
}

const rowsOf = (seconds: number, periodS: number, least = LEAST_ROWS) => Math.max(least, Math.round(seconds / periodS))

/** First row after a step from which the load stays where it is; an inrush is over by then. */
function settledRow(load: Float64Array, row: number, end: number, level: number, change: number): number {
  const band = Math.max(LEVEL_BAND_W, LEVEL_BAND_SHARE * Math.abs(change))
  for (let at = row + 1; at + 2 * level <= end; at++) {
    const first = medianOf(load, at, at + level)
    const second = medianOf(load, at + level, at + 2 * level)
    if (first !== null && second !== null && Math.abs(first - second) <= band) return at
  }
  return Math.max(row, Math.min(row + 1, end - 1))
}

/** Size of the change at a row: the middle of what comes after less the middle of what came before. */
function changeAt(load: Float64Array, row: number, side: number, { from, to }: Segment): number {
  const before = medianOf(load, Math.max(from, row - side), row)
  const after = medianOf(load, row, Math.min(to, row + side))
  return before === null || after === null ? 0 : after - before
}

/** The row on which a change begins: the first that has left half of the way behind. */
function onsetRow(load: Float64Array, near: number, side: number, segment: Segment, change: number): number {
  const before = medianOf(load, Math.max(segment.from, near - side), near) ?? 0
  const first = Math.max(segment.from + 1, near - side)
  for (let row = first; row <= Math.min(segment.to - 1, near + side); row++) {
    const moved = (load[row] as number) - before
    if (moved * Math.sign(change) > 0.5 * Math.abs(change)) return row
  }
  return near
}

/** Rows of a segment at which the load changes by at least the least step, the largest of each neighbourhood. */
function stepRows(load: Float64Array, segment: Segment, side: number, minStepW: number): number[] {
  const { from, to } = segment
  const changes = new Float64Array(to - from)
  for (let row = from + 2; row < to - 1; row++) {
    // a median is only worth its while where single rows hint at a step
    const hint = Math.abs((load[Math.min(to - 1, row + 1)] as number) - (load[row - 1] as number))
    if (hint >= minStepW / 3) changes[row - from] = changeAt(load, row, side, segment)
  }
  const rows: number[] = []
  for (let row = from; row < to; row++) {
    const size = Math.abs(changes[row - from] as number)
    if (size < minStepW) continue
    const last = rows.at(-1)
    if (last !== undefined && row - last < side) {
      if (size > Math.abs(changes[last - from] as number)) rows[rows.length - 1] = row
      continue
    }
    rows.push(row)
  }
  return rows
}

const labelOf = (timeS: number, marks: readonly MatchedMark[]) =>
  marks.find(({ stepTimeS }) => stepTimeS === timeS)?.label ?? null

/** T-8: steps of the load inside unbroken segments of the island. Losses and returns of voltage are none. */
export function logSteps(view: LogView, segments: readonly Segment[], minStepW: number): LogStep[] {
  const { load, battery, houseV, f, timeS, periodS } = view
  if (load === null) return []
  const side = rowsOf(SIDE_S, periodS)
  return segments.flatMap((segment) => {
    const found = stepRows(load, segment, side, minStepW)
    const onsets = found.map((row) => onsetRow(load, row, side >> 1, segment, changeAt(load, row, side, segment)))
    return onsets.flatMap((row, k): LogStep[] => {
      const end = Math.min(segment.to, onsets[k + 1] ?? Infinity)
      const start = Math.max(segment.from, onsets[k - 1] ?? 0)
      const level = rowsOf(LEVEL_S, periodS, LEVEL_ROWS)
      const settled = settledRow(load, row, end, level, changeAt(load, row, side, segment))
      const levelEnd = Math.min(end, settled + 2 * level)
      const until = Math.min(end, settled + rowsOf(SETTLED_FOR_S, periodS))
      const beforeW = medianOf(load, Math.max(start, row - side), row)
      const afterW = medianOf(load, settled, levelEnd)
      if (beforeW === null || afterW === null || Math.abs(afterW - beforeW) < minStepW) return []
      return [
        {
          timeS: timeS[row] as number,
          label: null,
          beforeW,
          afterW,
          deltaW: afterW - beforeW,
          settledV: medianOf(houseV, settled, until),
          settledHz: medianOf(f, settled, until),
          batteryW: medianOf(battery, settled, levelEnd),
          row,
        },
      ]
    })
  })
}

/** Gives each mark the nearest step within five seconds, and each step its label. */
export function matchMarks(
  steps: readonly LogStep[],
  marks: readonly LogMark[],
): { steps: LogStep[]; marks: MatchedMark[] } {
  const matched = marks.map(({ timeS, label }): MatchedMark => {
    const nearest = [...steps].sort((a, b) => Math.abs(a.timeS - timeS) - Math.abs(b.timeS - timeS))[0]
    const near = nearest !== undefined && Math.abs(nearest.timeS - timeS) <= MARK_WITHIN_S
    return { timeS, label, stepTimeS: near ? nearest.timeS : null }
  })
  return { steps: steps.map((step) => ({ ...step, label: labelOf(step.timeS, matched) })), marks: matched }
}
