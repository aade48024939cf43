import { verdictAt } from './verdictAt'
import { type Verdict, worstVerdict } from '../rules/verdict'
import { familyOf } from './families'
import { type HoldCondition, type HoldStep, type HoldStepId, HOLD_STEPS, holdConditionRef } from './holdSteps'
import type { Judgement, Point } from './point'

/** Verdicts that let a step go on. */
const HELD: readonly Verdict[] = ['proven', 'watch']

/** A lead's written decision to go on without a condition; append-only like a reading. */
export interface HoldOverride {
  id: string
  step: HoldStepId
  condition: string
  reason: string
  byName: string
  at: string
}

export interface ConditionState {
  condition: HoldCondition
  verdict: Verdict
  /** Points that do not hold yet, in working order; empty too where no point of the job shows the condition, which is Open then. */
  waiting: readonly string[]
  /** The evidence holds by itself, without an override. */
  shown: boolean
  /** Whether a lead may write an override as things stand. */
  mayOverride: boolean
  override: HoldOverride | null
  holds: boolean
}

export interface HoldState {
  step: HoldStep
  /** Everything holds, or is overridden, and so do the steps before it. */
  released: boolean
  conditions: readonly ConditionState[]
  /** Steps before it that are not released. */
  waitsFor: readonly HoldStepId[]
}

const SEVERITY: readonly Verdict[] = ['stop', 'open', 'watch', 'proven']

/** Points whose family says that they satisfy the condition of the step. */
function pointsOfCondition(points: readonly Point[], step: HoldStepId, { id }: HoldCondition): Point[] {
  const ref = holdConditionRef(step, id)
  return points.filter((point) => familyOf(point).precedes.some((one) => one === ref))
}

/**
 * Whether each live step may be taken (T-10). A condition without points is Open: that there is nothing to show is a declaration with a
 * name and a reason (`noneHere`), never a default; one that came in after the job was first sealed (`checksAsOf`) does not hold it anew. A failed result outweighs a missing one; an override counts only while the rule still allows it.
 */
export function holdStates(
  points: readonly Point[],
  judgements: ReadonlyMap<string, Judgement>,
  overrides: readonly HoldOverride[],
  checksAsOf: string | null,
): HoldState[] {
  const states: HoldState[] = []
  const isAsked = ({ since }: HoldCondition) => since === undefined || checksAsOf === null || since <= checksAsOf
  for (const step of HOLD_STEPS) {
    const conditions = step.conditions.filter(isAsked).map((condition): ConditionState => {
      const concerned = pointsOfCondition(points, step.id, condition)
      const verdictOf = (point: Point): Verdict => verdictAt(judgements, point.key)
      const waiting = concerned.filter((point) => !HELD.includes(verdictOf(point))).map(({ key }) => key)
      const verdict = worstVerdict(concerned.map(verdictOf))
      const shown = HELD.includes(verdict)
      const mayOverride =
        !shown && (condition.override === 'always' || (condition.override === 'whenOpen' && verdict !== 'stop'))
      const override =
        overrides.findLast((candidate) => candidate.step === step.id && candidate.condition === condition.id) ?? null
      return {
        condition,
        verdict,
        waiting,
        shown,
        mayOverride,
        override,
        holds: shown || (mayOverride && override !== null),
      }
    })
    const waitsFor = states.filter(({ released }) => !released).map((state) => state.step.id)
    states.push({
      step,
      conditions,
      waitsFor,
      released: waitsFor.length === 0 && conditions.every(({ holds }) => holds),
    })
  }
  return states
}

export interface HoldLine {
  step: HoldStep | null
  sentence: string
  /** The point to go to, if there is one. */
  pointKey: string | null
  condition: HoldCondition | null
  blocked: readonly ConditionState[]
}

/** The one sentence at the foot of the bench: what stands between now and the next live step. */
export function holdLine(states: readonly HoldState[]): HoldLine {
  const next = states.find(({ released }) => !released)
  if (!next)
    return {
      step: null,
      sentence: 'Nothing is held. The pack can be sealed.',
      pointKey: null,
      condition: null,
      blocked: [],
    }
  const blocked = next.conditions.filter(({ holds }) => !holds)
  const order = [...blocked].sort((a, b) => SEVERITY.indexOf(a.verdict) - SEVERITY.indexOf(b.verdict))
  const [first] = order
  const named = order
    .slice(0, 3)
    .map(({ condition, verdict }) => `${condition.label}${verdict === 'stop' ? ' – stopped' : ''}`)
  const rest = order.length - named.length
  return {
    step: next.step,
    sentence: `${next.step.label} is held: ${named.join(', ')}${rest > 0 ? ` and ${rest} more` : ''}.`,
    pointKey: first?.waiting[0] ?? null,
    condition: first?.condition ?? null,
    blocked: order,
  }
}
