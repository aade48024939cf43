import type { LadderRung, LoadLadder } from '../../plan/loadLadder'
import { jointMs } from './betweenMarks'
import type { OutageMark } from './outageMark'
import type { OutageRun } from './outageRun'

/** How a rung stands: not switched on yet, on, taken off again, or something tripped while it was the last one on. */
export type RungState = 'waiting' | 'on' | 'off' | 'tripped'

export interface RungOfRun {
  rung: LadderRung
  state: RungState
  on: OutageMark | null
  /** Watts that were seen when it came on; `null` while nobody has. */
  drawnW: number | null
  /** Share by which what was seen differs from what was expected; `null` without both. */
  offShare: number | null
  /** Seconds it has been held, up to now or to its end. */
  heldS: number | null
}

const lastOf = (marks: readonly OutageMark[], kinds: readonly OutageMark['kind'][], tag: string) =>
  marks.findLast(({ kind, subject }) => kinds.includes(kind) && subject === tag) ?? null

/** End of what was on: taken off, the source gone, the street back, or the end of the run. */
function endMsOf(run: OutageRun, on: OutageMark, tag: string, nowMs: number): number {
  const ends = run.marks.filter(
    (mark) =>
      jointMs(mark) >= jointMs(on) &&
      (mark.kind === 'sourceOff' ||
        mark.kind === 'streetBack' ||
        mark.kind === 'ended' ||
        (mark.kind === 'loadOff' && mark.subject === tag)),
  )
  return Math.min(nowMs, ...ends.map(jointMs))
}

/** The rung that was the last one on when something tripped, for every trip inside the island. */
function trippedRungs(run: OutageRun, tags: ReadonlySet<string>): Set<string> {
  const tripped = new Set<string>()
  let last: string | null = null
  for (const { kind, subject } of run.marks) {
    if (kind === 'streetBack') break
    if (kind === 'loadOn' && subject !== null && tags.has(subject)) last = subject
    if ((kind === 'tripped' || kind === 'sourceOff') && last !== null) tripped.add(last)
  }
  return tripped
}

/**
 * T-14: the rungs of the ladder as a run climbed them, in the ladder's order: what was expected, what was seen, how long it was held.
 *
 * @param nowMs the common clock, for what is still on
 */
export function rungsOfRun(run: OutageRun, ladder: LoadLadder, nowMs: number): RungOfRun[] {
  const tripped = trippedRungs(run, new Set(ladder.rungs.map(({ tag }) => tag)))
  return ladder.rungs.map((rung) => {
    const { tag, stepW } = rung
    const last = lastOf(run.marks, ['loadOn', 'loadOff'], tag)
    const on = lastOf(run.marks, ['loadOn'], tag)
    const drawnW = lastOf(run.marks, ['drawn'], tag)?.value ?? null
    const state: RungState = !last ? 'waiting' : tripped.has(tag) ? 'tripped' : last.kind === 'loadOn' ? 'on' : 'off'
    return {
      rung,
      state,
      on,
      drawnW,
      offShare: drawnW === null || stepW <= 0 ? null : (drawnW - stepW) / stepW,
      heldS: on ? Math.max(0, (endMsOf(run, on, tag, nowMs) - jointMs(on)) / 1000) : null,
    }
  })
}

/** The rung that comes next: the first that was never on, as long as nothing tripped; `null` where the climb is over. */
export function nextRung(rungs: readonly RungOfRun[]): LadderRung | null {
  if (rungs.some(({ state }) => state === 'tripped')) return null
  return rungs.find(({ state }) => state === 'waiting')?.rung ?? null
}
