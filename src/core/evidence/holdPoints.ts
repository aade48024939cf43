import type { Verdict } from '../rules/verdict'
import type { Judgement, Point } from './point'

export const HOLD_STEP_IDS = ['firstLive', 'firstIsland', 'loadedIsland', 'handover'] as const
export type HoldStepId = (typeof HOLD_STEP_IDS)[number]

/** One thing a live step waits for. */
export interface HoldCondition {
  id: string
  label: string
  /** Points that must hold; all whose key starts with one of these. */
  points: readonly string[]
  /** Verdicts that let the step go on. */
  accepts: readonly Verdict[]
  /** `never`: no lead may override it. `whenOpen`: a missing result may be overridden in writing, a failed one never. `always`: may be. */
  override: 'never' | 'whenOpen' | 'always'
}

export interface HoldStep {
  id: HoldStepId
  label: string
  conditions: readonly HoldCondition[]
}

const held: readonly Verdict[] = ['proven', 'watch']

/** T-10: what must hold before each live step. Back-feed, bond, failed island protection and the medical question are nobody's to override. */
export const HOLD_STEPS: readonly HoldStep[] = [
  {
    id: 'firstLive',
    label: 'First live',
    conditions: [
      { id: 'positions', label: 'position check', points: ['wire.positions'], accepts: held, override: 'never' },
      {
        id: 'identity',
        label: 'every run identified',
        points: ['wire.identity.'],
        accepts: held,
        override: 'whenOpen',
      },
      { id: 'cores', label: 'every core identified', points: ['wire.cores.'], accepts: held, override: 'whenOpen' },
      { id: 'dead', label: 'dead tests', points: ['wire.dead.'], accepts: held, override: 'whenOpen' },
      { id: 'torque', label: 'terminals torqued', points: ['wire.torque.'], accepts: held, override: 'always' },
    ],
  },
  {
    id: 'firstIsland',
    label: 'First island',
    conditions: [
      { id: 'medical', label: 'medical question asked', points: ['outage.medical'], accepts: held, override: 'never' },
      { id: 'bypass', label: 'bypass open', points: ['outage.bypass'], accepts: held, override: 'never' },
      {
        id: 'identity',
        label: 'every run identified',
        points: ['wire.identity.'],
        accepts: held,
        override: 'whenOpen',
      },
      {
        id: 'electrode',
        label: 'electrode measured',
        points: ['earth.electrode.'],
        accepts: held,
        override: 'whenOpen',
      },
      {
        id: 'licensed',
        label: 'licensed person leading',
        points: ['outage.licensed'],
        accepts: held,
        override: 'never',
      },
      {
        id: 'circuits',
        label: 'final circuits open',
        points: ['outage.circuitsOpen'],
        accepts: held,
        override: 'never',
      },
      { id: 'told', label: 'people told', points: ['outage.told'], accepts: held, override: 'always' },
    ],
  },
  {
    id: 'loadedIsland',
    label: 'Outage with loads',
    conditions: [
      {
        id: 'bond',
        label: 'bond measured in island mode',
        points: ['earth.islandBond'],
        accepts: held,
        override: 'never',
      },
      {
        id: 'islandRcd',
        label: 'residual-current devices tested in island mode',
        points: ['earth.rcd.*.island'],
        accepts: held,
        override: 'whenOpen',
      },
      {
        id: 'source',
        label: 'island voltage and frequency',
        points: ['outage.islandSource'],
        accepts: held,
        override: 'whenOpen',
      },
      { id: 'loop', label: 'loop resistances', points: ['wire.loop.'], accepts: held, override: 'always' },
      {
        id: 'gridRcd',
        label: 'residual-current devices tested on the grid',
        points: ['earth.rcd.*.grid'],
        accepts: held,
        override: 'whenOpen',
      },
      { id: 'settings', label: 'settings left as planned', points: ['settings.'], accepts: held, override: 'always' },
      { id: 'saved', label: 'computers saved', points: ['outage.saved'], accepts: held, override: 'always' },
      { id: 'heavy', label: 'heavy loads off', points: ['outage.heavyOff'], accepts: held, override: 'always' },
      { id: 'helper', label: 'helper at the board', points: ['outage.helper'], accepts: held, override: 'always' },
      { id: 'callout', label: 'a way to call out', points: ['outage.callout'], accepts: held, override: 'always' },
    ],
  },
  {
    id: 'handover',
    label: 'Handover',
    conditions: [
      { id: 'gap', label: 'gap measured', points: ['outage.gap'], accepts: held, override: 'always' },
      {
        id: 'returns',
        label: 'three clean returns',
        points: ['outage.cleanReturns'],
        accepts: held,
        override: 'always',
      },
      { id: 'asLeft', label: 'switches as left', points: ['outage.asLeft'], accepts: held, override: 'never' },
    ],
  },
]

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
  /** Points that do not hold yet, in working order. */
  waiting: readonly string[]
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

const matches = (key: string, pattern: string) =>
  pattern.includes('*')
    ? new RegExp(
        `^${pattern
          .split('*')
          .map((part) => part.replaceAll('.', '\\.'))
          .join('[^.]+')}$`,
      ).test(key)
    : key === pattern || key.startsWith(pattern)

const SEVERITY: readonly Verdict[] = ['stop', 'open', 'watch', 'proven']

/**
 * Whether each live step may be taken (T-10). A condition with no points in this job holds by itself, because there is nothing to show;
 * a failed result outweighs a missing one; an override counts only while the rule still allows it.
 */
export function holdStates(
  points: readonly Point[],
  judgements: ReadonlyMap<string, Judgement>,
  overrides: readonly HoldOverride[],
): HoldState[] {
  const states: HoldState[] = []
  for (const step of HOLD_STEPS) {
    const conditions = step.conditions.map((condition): ConditionState => {
      const concerned = points.filter(({ key }) => condition.points.some((pattern) => matches(key, pattern)))
      const verdictOf = (point: Point): Verdict => judgements.get(point.key)?.verdict ?? 'open'
      const waiting = concerned.filter((point) => !condition.accepts.includes(verdictOf(point))).map(({ key }) => key)
      const verdict = SEVERITY.find((word) => concerned.some((point) => verdictOf(point) === word)) ?? 'proven'
      const mayOverride =
        waiting.length > 0 &&
        (condition.override === 'always' || (condition.override === 'whenOpen' && verdict !== 'stop'))
      const override =
        overrides.findLast((candidate) => candidate.step === step.id && candidate.condition === condition.id) ?? null
      return {
        condition,
        verdict,
        waiting,
        mayOverride,
        override,
        holds: waiting.length === 0 || (mayOverride && override !== null),
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
