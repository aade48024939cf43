import { betweenMarks, jointMs } from './betweenMarks'
import { type MarkKind, type OutageMark, RUN_KINDS, type RunKind } from './outageMark'

/** Where a run stands: nothing cut yet, nothing fed, on its own supply, the street back and waited for, on the street, over. */
export type RunPhase = 'ready' | 'dark' | 'island' | 'returning' | 'onStreet' | 'ended'

/** A gap as it was seen by those who tapped: between these two, in ms. */
export interface SeenGap {
  leastMs: number
  mostMs: number
}

/** A time that the source gave up, and came back. */
export interface SourceTrip {
  off: OutageMark
  back: OutageMark | null
}

/** One cut of the supply as the crew marked it, on one time line. */
export interface OutageRun {
  id: string
  kind: RunKind
  phase: RunPhase
  /** What still counts of its marks, in the order they were made. */
  marks: readonly OutageMark[]
  begun: OutageMark | null
  out: OutageMark | null
  back: OutageMark | null
  streetBack: OutageMark | null
  onStreet: OutageMark | null
  ended: OutageMark | null
  sourceTrips: readonly SourceTrip[]
}

/** Marks that still count, by the common clock; equal instants in the order of their ids. */
function standing(marks: readonly OutageMark[]): OutageMark[] {
  const gone = new Set(
    marks.flatMap(({ kind, subject }) => (kind === 'takenBack' && subject !== null ? [subject] : [])),
  )
  return marks
    .filter(({ id, kind }) => kind !== 'takenBack' && !gone.has(id))
    .sort((a, b) => jointMs(a) - jointMs(b) || (a.id < b.id ? -1 : 1))
}

function tripsOf(marks: readonly OutageMark[]): SourceTrip[] {
  const trips: { off: OutageMark; back: OutageMark | null }[] = []
  for (const mark of marks) {
    const last = trips.at(-1)
    if (mark.kind === 'sourceOff' && (!last || last.back !== null)) trips.push({ off: mark, back: null })
    if (mark.kind === 'sourceBack' && last?.back === null) last.back = mark
  }
  return trips
}

function phaseOf(run: Pick<OutageRun, 'out' | 'back' | 'streetBack' | 'onStreet' | 'ended' | 'sourceTrips'>): RunPhase {
  if (run.ended) return 'ended'
  if (run.onStreet) return 'onStreet'
  if (run.streetBack) return 'returning'
  if (!run.out) return 'ready'
  if (!run.back || run.sourceTrips.some(({ back }) => back === null)) return 'dark'
  return 'island'
}

function runOf(id: string, all: readonly OutageMark[]): OutageRun {
  const marks = standing(all)
  const first = (kind: MarkKind) => marks.find((mark) => mark.kind === kind) ?? null
  const begun = first('begun')
  const parts = {
    out: first('out'),
    back: first('back'),
    streetBack: first('streetBack'),
    onStreet: first('onStreet'),
    ended: first('ended'),
    sourceTrips: tripsOf(marks),
  }
  // a run whose beginning is not here counts for nothing until it is
  const kind = RUN_KINDS.find((one) => one === begun?.subject) ?? 'practice'
  return { id, kind, marks, begun, ...parts, phase: phaseOf(parts) }
}

/**
 * The runs of a job from its marks, oldest first. Marks of several phones are joined by the common clock; where both tapped the same thing the
 * earlier counts.
 *
 * @example outageRunsOf([]) // => []
 */
export function outageRunsOf(marks: readonly OutageMark[]): OutageRun[] {
  const byRun = new Map<string, OutageMark[]>()
  for (const mark of marks) byRun.set(mark.runId, [...(byRun.get(mark.runId) ?? []), mark])
  const startMs = ({ marks: [first] }: OutageRun) => (first ? jointMs(first) : 0)
  return [...byRun]
    .map(([id, own]) => runOf(id, own))
    .filter((run) => run.marks.length > 0)
    .sort((a, b) => startMs(a) - startMs(b) || (a.id < b.id ? -1 : 1))
}

/** Where a run's clock begins, on the common time line: at the cut, or at its first mark while nothing is cut. */
export function zeroMsOf({ out, marks: [first] }: Pick<OutageRun, 'out' | 'marks'>): number {
  const zero = out ?? first
  return zero ? jointMs(zero) : 0
}

/**
 * T-13 for taps: the gap between “out” and “back” as it was seen. Each tap is late by a person's reaction, which differs by `reactionMs` at
 * most; clocks of two phones add their errors. `null` while one of them is missing, or two clocks were never compared.
 *
 * @example seenGap(run, 300) // => { leastMs: 1500, mostMs: 2180 }
 */
export function seenGap({ out, back }: Pick<OutageRun, 'out' | 'back'>, reactionMs: number): SeenGap | null {
  const span = out && back ? betweenMarks(out, back) : null
  if (span === null || span.ms + reactionMs + span.errorMs < 0) return null
  const errorMs = reactionMs + span.errorMs
  return { leastMs: Math.max(0, span.ms - errorMs), mostMs: span.ms + errorMs }
}
