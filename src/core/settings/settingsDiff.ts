import type { PlannedSetting } from '../installation/installation'
import type { Verdict } from '../rules/verdict'

/** One line of the three columns: planned, read back, as left. */
export interface SettingLine {
  key: string
  label: string
  planned: PlannedSetting | null
  read: number | null
  left: number | null
  /** Whether a value is the planned one, to within the tolerance; `null` without both. */
  readAgrees: boolean | null
  leftAgrees: boolean | null
  verdict: Verdict
}

const agrees = (value: number | null, planned: PlannedSetting | null): boolean | null =>
  value === null || planned === null
    ? null
    : Math.abs(value - planned.value) <= planned.tolerance + Math.abs(planned.value) * 1e-9

/**
 * S-1: planned ↔ read ↔ as left. What was left decides: as planned is Proven, otherwise Stop; not yet left is Open.
 * A key the plan does not know is shown and judged by nobody: Watch, because somebody should say whether it is meant.
 */
export function settingsDiff(
  planned: readonly PlannedSetting[],
  read: ReadonlyMap<string, number>,
  left: ReadonlyMap<string, number>,
): SettingLine[] {
  const known = new Map(planned.map((setting) => [setting.key, setting]))
  const extra = [...new Set([...read.keys(), ...left.keys()])].filter((key) => !known.has(key)).sort()
  return [...planned.map(({ key }) => key), ...extra].map((key) => {
    const plan = known.get(key) ?? null
    const readValue = read.get(key) ?? null
    const leftValue = left.get(key) ?? null
    const leftAgrees = agrees(leftValue, plan)
    const verdict: Verdict = plan === null ? 'watch' : leftAgrees === null ? 'open' : leftAgrees ? 'proven' : 'stop'
    return {
      key,
      label: plan?.label ?? key,
      planned: plan,
      read: readValue,
      left: leftValue,
      readAgrees: agrees(readValue, plan),
      leftAgrees,
      verdict,
    }
  })
}
