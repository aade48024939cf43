import { byCodePoint } from '../quantity/codePointOrder'
import { RELATIVE_SLACK } from '../quantity/tolerance'
import { VERDICTS, type Verdict, worstVerdict } from '../rules/verdict'

/** What a device can be set to: a figure, a word such as a profile's name, or yes and no. */
export type SettingValue = number | string | boolean

/** What the comparison needs of a planned setting; a job's own settings hold more. */
export interface SettingPlan {
  key: string
  /** `null`: it is on the list, but nobody has said what it shall be. */
  value: SettingValue | null
  unit: string
  /** How far the device may be from the plan, in the unit; `null`: as its unit has it. */
  tolerance: number | null
}

/** Why a line stands as it does; the words are the interface's. */
export const SETTING_STATES = [
  'asPlanned',
  'readsOtherwise',
  'notReadBack',
  'unknownKey',
  'notPlanned',
  'notLeft',
  'leftOtherwise',
] as const
export type SettingState = (typeof SETTING_STATES)[number]

/** One line of the three columns: planned, read back, as left. */
export interface SettingLine<Plan extends SettingPlan = SettingPlan> {
  key: string
  planned: Plan | null
  read: Plan['value'] | null
  left: Plan['value'] | null
  /** Whether a value is the planned one, to within the tolerance; `null` without both. */
  readAgrees: boolean | null
  leftAgrees: boolean | null
  state: SettingState
  verdict: Verdict
}

/** Values by key, as read or as left; a key with `null` was seen, without a value. */
export type SettingColumn<Value = SettingValue> = ReadonlyMap<string, Value | null>

/** Whether two values are the same setting. A figure and a word never are: a device that answers “40” to 40 has not been understood. */
function agree(value: SettingValue | null, planned: SettingValue | null, tolerance: number): boolean | null {
  if (value === null || planned === null) return null
  if (typeof value === 'number' && typeof planned === 'number')
    return Math.abs(value - planned) <= tolerance + Math.abs(planned) * RELATIVE_SLACK
  return value === planned
}

function plannedState(
  { read, left, readAgrees, leftAgrees }: Pick<SettingLine, 'read' | 'left' | 'readAgrees' | 'leftAgrees'>,
  planned: SettingValue | null,
): [SettingState, Verdict] {
  if (planned === null) return ['notPlanned', 'open']
  if (left === null) return ['notLeft', 'open']
  if (leftAgrees === false) return ['leftOtherwise', 'stop']
  if (read === null) return ['notReadBack', 'watch']
  if (readAgrees === false) return ['readsOtherwise', 'watch']
  return ['asPlanned', 'proven']
}

/**
 * S-1: planned ↔ read back ↔ as left. What was left decides: otherwise than planned is Stop, not left is Open. Left as planned is
 * Proven only once the device was asked and answers the same; unasked, or answering otherwise, it is Watch. Keys the plan does not
 * know follow after the planned ones, by code point, and are Watch: somebody should say whether they are meant.
 *
 * @param unitTolerance how far a setting of a unit may be from the plan where it has no tolerance of its own
 * @example settingsDiff([{ key: 'reserve', value: 40, unit: '%', tolerance: 1 }], new Map(), new Map([['reserve', 40]]))[0]?.state // 'notReadBack'
 */
export function settingsDiff<Plan extends SettingPlan>(
  planned: readonly Plan[],
  read: SettingColumn<Plan['value']>,
  left: SettingColumn<Plan['value']>,
  unitTolerance: Readonly<Record<string, number>> = {},
): SettingLine<Plan>[] {
  const known = new Set(planned.map(({ key }) => key))
  const extra = [...new Set([...read.keys(), ...left.keys()])].filter((key) => !known.has(key)).sort(byCodePoint)
  const lines = planned.map((plan): SettingLine<Plan> => {
    const tolerance = plan.tolerance ?? unitTolerance[plan.unit] ?? 0
    const values = { read: read.get(plan.key) ?? null, left: left.get(plan.key) ?? null }
    const agreeing = {
      readAgrees: agree(values.read, plan.value, tolerance),
      leftAgrees: agree(values.left, plan.value, tolerance),
    }
    const [state, verdict] = plannedState({ ...values, ...agreeing }, plan.value)
    return { key: plan.key, planned: plan, ...values, ...agreeing, state, verdict }
  })
  return [
    ...lines,
    ...extra.map((key): SettingLine<Plan> => {
      const values = { read: read.get(key) ?? null, left: left.get(key) ?? null }
      const nothing = values.read === null && values.left === null
      return {
        key,
        planned: null,
        ...values,
        readAgrees: null,
        leftAgrees: null,
        state: 'unknownKey',
        verdict: nothing ? 'open' : 'watch',
      }
    }),
  ]
}

export interface SettingsSummary {
  /** Keys whose read or left value is not the planned one, in the order of the lines. */
  differing: string[]
  counts: Record<Verdict, number>
  /** The worst of the lines; Open without any. */
  verdict: Verdict
}

/** S-1 over all lines: what differs, how many stand how, and the worst. */
export function settingsSummary(lines: readonly SettingLine[]): SettingsSummary {
  const differs = lines.filter(({ readAgrees, leftAgrees }) => readAgrees === false || leftAgrees === false)
  return {
    differing: differs.map(({ key }) => key),
    counts: Object.fromEntries(
      VERDICTS.map((word) => [word, lines.filter(({ verdict }) => verdict === word).length]),
    ) as Record<Verdict, number>,
    verdict: worstVerdict(lines.map(({ verdict }) => verdict)),
  }
}
