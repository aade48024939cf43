import { verdictAt } from './verdictAt'
import { familyOf } from './families'
import type { HoldState } from './holdPoints'
import type { HoldStepId } from './holdSteps'
import type { Judgement, Point } from './point'

/** The hold step that must be released before a point may be worked on; `null` for what is safe with the supply on. */
export const stepBefore = (point: Point): HoldStepId | null => familyOf(point).waitsFor

/** The step that a point waits for and that is not released yet; `null` where it may be worked on. */
export function heldBy(point: Point, holds: readonly HoldState[]): HoldState | null {
  const step = stepBefore(point)
  if (step === null) return null
  return holds.find((state) => state.step.id === step && !state.released) ?? null
}

export interface NextPoint {
  point: Point
  because: string
}

/** The parts of a bench that decide what is next. */
export interface Standing {
  points: readonly Point[]
  judgements: ReadonlyMap<string, Judgement>
  holds: readonly HoldState[]
}

/** A danger that was read and is not done with. */
function danger({ points, judgements }: Standing): Point | undefined {
  return points.find((point) => {
    const verdict = verdictAt(judgements, point.key)
    const isRead = (judgements.get(point.key)?.value ?? null) !== null
    return familyOf(point).urgent === true && isRead && (verdict === 'stop' || verdict === 'open')
  })
}

/**
 * The crew's next open point in working order, and why it is next: a danger that is not done with before all else, then what is stopped; live points
 * wait for their hold.
 */
export function nextPoint(standing: Standing, after?: string): NextPoint | null {
  const { points, judgements, holds } = standing
  const first = danger(standing)
  if (first) return { point: first, because: judgements.get(first.key)?.why ?? first.why }
  const verdict = (point: Point) => verdictAt(judgements, point.key)
  const ready = points.filter((point) => !point.timing && heldBy(point, holds) === null)
  const from = after === undefined ? 0 : ready.findIndex(({ key }) => key === after) + 1
  const ring = [...ready.slice(from), ...ready.slice(0, from)].filter(({ key }) => key !== after || ready.length === 1)
  const stopped = after === undefined ? ring.find((point) => verdict(point) === 'stop') : undefined
  if (stopped) {
    const waitedFor = familyOf(stopped).precedes.length > 0
    return {
      point: stopped,
      because: `It is stopped${waitedFor ? ', and live steps wait for it' : ': put right what it shows'}.`,
    }
  }
  const open = ring.find((point) => verdict(point) === 'open')
  return open ? { point: open, because: open.why } : null
}
