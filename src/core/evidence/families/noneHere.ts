import type { BenchViewId } from '../benchViews'
import { type PointFamily, onceAJob } from '../family'
import { HOLD_STEPS, type HoldCondition, type HoldConditionRef, holdConditionRef } from '../holdSteps'
import type { Point, Slot } from '../point'
import { MOST_WORD } from '../reading'
import { slotReadings } from '../slotReadings'

const FAMILY = 'noneHere.'

/** Whether a point asks for the declaration that there is none of something. */
export const isDeclaration = ({ family }: Pick<Point, 'family'>): boolean => family.startsWith(FAMILY)

/** Shortest reason that says anything. */
const LEAST_REASON = 10

interface Condition extends Pick<HoldCondition, 'id' | 'label'> {
  none: string
  ref: HoldConditionRef
  families: readonly PointFamily[]
}

/** Conditions of which a house may have nothing at all, with the families whose points would satisfy them. */
function conditionsOf(families: readonly PointFamily[]): Condition[] {
  return HOLD_STEPS.flatMap((step) =>
    step.conditions.flatMap(({ id, label, none }): Condition[] => {
      if (none === undefined) return []
      const ref = holdConditionRef(step.id, id) as HoldConditionRef
      return [{ id, label, none, ref, families: families.filter(({ precedes }) => precedes.includes(ref)) }]
    }),
  )
}

/** Conditions that the same families satisfy are declared once: a run that is not there is identified before neither step. */
function declaredTogether(conditions: readonly Condition[]): Condition[][] {
  const groups = new Map<string, Condition[]>()
  for (const condition of conditions) {
    const alike = condition.families.map(({ id }) => id).join(' ')
    groups.set(alike, [...(groups.get(alike) ?? []), condition])
  }
  return [...groups.values()]
}

const reasonSlot = ({ id, none }: Condition): Slot => ({
  id: 'reason',
  label: `Why ${none}`,
  path: ['none', id.toLowerCase()],
  input: { kind: 'text', maxLength: MOST_WORD, prose: true },
})

/** Whether any of the families asks the job for something, at the depth it is tested to. */
const asksNothing =
  (families: readonly PointFamily[]): PointFamily['things'] =>
  (installation, pack) => {
    const asked = families.some((family) =>
      family
        .things(installation, pack)
        .some((thing) => installation.testDepth === 'full' || !family.point(thing, installation, pack).fullOnly),
    )
    return asked ? [] : onceAJob()
  }

function familyOfGroup(group: readonly Condition[], view: BenchViewId): PointFamily {
  const [first] = group
  if (!first) throw new RangeError('a declaration stands for at least one condition')
  const [model] = first.families
  return {
    id: FAMILY + first.id,
    place: model?.place ?? 'survey',
    view: model?.view ?? view,
    precedes: group.map(({ ref }) => ref),
    waitsFor: null,
    restsOn: [],
    proves: [],
    things: asksNothing(first.families),
    key: () => `none.${first.ref}`,
    point: () => ({
      subject: `none.${first.id}`,
      label: `None here: ${first.none}`,
      why: 'Nothing was entered that could be shown. Enter it, or declare by name and with a reason that there is none.',
      slots: [reasonSlot(first)],
    }),
    judge: (point, context) => {
      const said = slotReadings(point, context).reading('reason')
      const common = {
        code: 'T-10',
        limit: 'entered, or declared with a reason',
        basis: 'Empty is not done: that there is none is somebody’s word, never a default (T-10).',
        value: said ? 'none here' : null,
      }
      if (!said?.valueWord) return { ...common, verdict: 'open', why: point.why }
      if (said.valueWord.length < LEAST_REASON)
        return {
          ...common,
          verdict: 'open',
          why: `“${said.valueWord}” is no reason: say in a sentence why ${first.none}.`,
        }
      return {
        ...common,
        verdict: 'watch',
        why: `Declared by ${said.recordedByName}, measured by nobody: ${first.none}. “${said.valueWord}”`,
      }
    },
  }
}

/**
 * The declarations “none here” (T-10): one family for each hold condition of which a house may have nothing. Its point is asked for while no
 * other family asks for one under that condition, and is Watch once somebody has said why; a thing that is entered later takes its place.
 */
export const noneHere = (families: readonly PointFamily[]): PointFamily[] =>
  declaredTogether(conditionsOf(families)).map((group) => familyOfGroup(group, 'outage.bench'))
