import { jointMs } from './betweenMarks'
import type { OutageRun } from './outageRun'
import type { RungOfRun } from './rungsOfRun'
import { type PowerMoment, STEP_TOLD_MS, stepSeen } from './stepSeen'

/** A load whose step the live values tell. */
export interface ToldStep {
  tag: string
  drawnW: number
}

/**
 * Steps that live values tell and nobody has said yet, of loads that this phone switched on. One that something else was switched beside, within the
 * time in which it is read, tells nothing.
 *
 * @param device this phone: only one of them says it
 */
export function stepsToTell(
  run: OutageRun,
  rungs: readonly RungOfRun[],
  moments: readonly PowerMoment[],
  device: string,
  nowMs: number,
): ToldStep[] {
  const switched = run.marks.filter(({ kind }) =>
    ['loadOn', 'loadOff', 'tripped', 'sourceOff', 'sourceBack', 'back', 'streetBack'].includes(kind),
  )
  return rungs.flatMap(({ rung: { tag }, on, drawnW, state }) => {
    if (on === null || drawnW !== null || state !== 'on' || on.device !== device) return []
    const onMs = jointMs(on)
    if (nowMs < onMs + STEP_TOLD_MS) return []
    const beside = switched.some((mark) => mark.id !== on.id && Math.abs(jointMs(mark) - onMs) < STEP_TOLD_MS)
    const step = beside ? null : stepSeen(moments, onMs)
    return step === null ? [] : [{ tag, drawnW: Math.max(0, Math.round(step)) }]
  })
}
