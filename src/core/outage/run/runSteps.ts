import type { OutageRun, RunPhase } from './outageRun'

/** A step of a test in its planned order. */
export type RunStep =
  | 'shed'
  | 'cut'
  | 'byHandOff'
  | 'byHandOwn'
  | 'seeBack'
  | 'measure'
  | 'look'
  | 'climb'
  | 'hold'
  | 'streetBack'
  | 'byHandBack'
  | 'seeReturn'
  | 'leave'

const UNLOADED: readonly RunStep[] = ['cut', 'seeBack', 'measure', 'streetBack', 'seeReturn', 'leave']
const LOADED: readonly RunStep[] = ['cut', 'seeBack', 'look', 'climb', 'hold', 'streetBack', 'seeReturn', 'leave']
/** By hand nothing changes over by itself: off, shed, on, and back. */
const BY_HAND: readonly RunStep[] = [
  'byHandOff',
  'shed',
  'byHandOwn',
  'seeBack',
  'look',
  'climb',
  'hold',
  'byHandBack',
  'seeReturn',
  'leave',
]

/**
 * The planned order of a test, the same on every phone.
 *
 * @example stepsOf('loaded', true)[0] // 'byHandOff'
 */
export function stepsOf(kind: OutageRun['kind'], byHand: boolean): readonly RunStep[] {
  if (kind === 'unloaded') return UNLOADED
  return byHand ? BY_HAND : LOADED
}

const PHASES: readonly RunPhase[] = ['ready', 'dark', 'island', 'returning', 'onStreet', 'ended']
/** The phase that shows a step to be done. */
const DONE_FROM: Readonly<Record<RunStep, RunPhase>> = {
  cut: 'dark',
  byHandOff: 'dark',
  shed: 'island',
  byHandOwn: 'island',
  seeBack: 'island',
  measure: 'returning',
  look: 'returning',
  climb: 'returning',
  hold: 'returning',
  streetBack: 'returning',
  byHandBack: 'returning',
  seeReturn: 'onStreet',
  leave: 'ended',
}

/** What of the island's steps is behind the run: no rung is left, and everything promised was looked at. */
export interface IslandSeen {
  climbed: boolean
  looked: boolean
}

/** Whether a step is behind a run, by what was marked. */
export function isDone(step: RunStep, run: OutageRun, { climbed, looked }: IslandSeen): boolean {
  if (run.phase === 'island' && ((step === 'climb' && climbed) || (step === 'look' && looked))) return true
  // a source that gave up in the island does not undo what was done before
  const phase = run.phase === 'dark' && run.back ? 'island' : run.phase
  return PHASES.indexOf(phase) >= PHASES.indexOf(DONE_FROM[step])
}

/** The step that a run is at; `null` once it is over. */
export const stepNow = (steps: readonly RunStep[], run: OutageRun, seen: IslandSeen): RunStep | null =>
  steps.find((step) => !isDone(step, run, seen)) ?? null
