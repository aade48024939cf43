import type { Changeover } from './changeover'
import type { OutageRun, RunPhase } from './outageRun'

/** A step of a test in its planned order. */
export type RunStep =
  | 'shed'
  | 'cut'
  | 'byHandOff'
  | 'byHandOwn'
  | 'eachOff'
  | 'eachOwn'
  | 'seeBack'
  | 'measure'
  | 'look'
  | 'climb'
  | 'plugIn'
  | 'hold'
  | 'streetBack'
  | 'byHandBack'
  | 'eachBack'
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

/** With a switch for each circuit none of them is shed: each is off until it is turned on. */
const EACH_BY_HAND: readonly RunStep[] = [
  'eachOff',
  'eachOwn',
  'seeBack',
  'look',
  'climb',
  'hold',
  'eachBack',
  'seeReturn',
  'leave',
]

/**
 * The planned order of a test, the same on every phone.
 *
 * @param withVehicle a vehicle gives: once the house carries its loads it is plugged in, as if it came home late
 * @example stepsOf('loaded', 'byHand', false)[0] // 'byHandOff'
 */
export function stepsOf(kind: OutageRun['kind'], changeover: Changeover, withVehicle: boolean): readonly RunStep[] {
  if (kind === 'unloaded') return UNLOADED
  const steps = { itself: LOADED, byHand: BY_HAND, eachByHand: EACH_BY_HAND }[changeover]
  return withVehicle ? steps.flatMap((step) => (step === 'hold' ? ['plugIn', step] : step)) : steps
}

const PHASES: readonly RunPhase[] = ['ready', 'dark', 'island', 'returning', 'onStreet', 'ended']
/** The phase that shows a step to be done. */
const DONE_FROM: Readonly<Record<RunStep, RunPhase>> = {
  cut: 'dark',
  byHandOff: 'dark',
  shed: 'island',
  byHandOwn: 'island',
  eachOff: 'dark',
  eachOwn: 'island',
  seeBack: 'island',
  measure: 'returning',
  look: 'returning',
  climb: 'returning',
  plugIn: 'returning',
  hold: 'returning',
  streetBack: 'returning',
  byHandBack: 'returning',
  eachBack: 'returning',
  seeReturn: 'onStreet',
  leave: 'ended',
}

/** What of the island's steps is behind the run: no rung is left, and everything promised was looked at. */
export interface IslandSeen {
  climbed: boolean
  looked: boolean
  /** The vehicle was plugged in, and gave. */
  pluggedIn: boolean
}

/** Whether a step is behind a run, by what was marked. */
export function isDone(step: RunStep, run: OutageRun, { climbed, looked, pluggedIn }: IslandSeen): boolean {
  const seen: Partial<Record<RunStep, boolean>> = { climb: climbed, look: looked, plugIn: pluggedIn }
  if (run.phase === 'island' && seen[step] === true) return true
  // a source that gave up in the island does not undo what was done before
  const phase = run.phase === 'dark' && run.back ? 'island' : run.phase
  return PHASES.indexOf(phase) >= PHASES.indexOf(DONE_FROM[step])
}

/** The step that a run is at; `null` once it is over. */
export const stepNow = (steps: readonly RunStep[], run: OutageRun, seen: IslandSeen): RunStep | null =>
  steps.find((step) => !isDone(step, run, seen)) ?? null
