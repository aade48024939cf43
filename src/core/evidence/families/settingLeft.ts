import type { PlannedSetting } from '../../installation/installation'
import { formatQuantity } from '../../quantity/formatQuantity'
import { settingText } from '../../settings/settingText'
import { type SettingLine, type SettingState, settingsDiff } from '../../settings/settingsDiff'
import type { PointFamily } from '../family'
import { type SlotReadings, slotReadings } from '../slotReadings'

const STEM = 'settings.'

/** The setting that a point is about; `null` for every other point. */
export const settingOfPoint = (pointKey: string): string | null =>
  pointKey.startsWith(STEM) ? pointKey.slice(STEM.length) : null

/** One setting as planned, read and left. */
function lineOf(planned: PlannedSetting, slots: SlotReadings): SettingLine<PlannedSetting> {
  const only = (slot: string) => {
    const value = slots.number(slot)
    return new Map(value === null ? [] : [[planned.key, value]])
  }
  return settingsDiff([planned], only('read'), only('left'))[0] as SettingLine<PlannedSetting>
}

type Line = SettingLine<PlannedSetting>

/** What to do about a line that is not as planned yet. */
const WHY: Readonly<Record<SettingState, (line: Line, text: (value: number) => string, planned: string) => string>> = {
  asPlanned: () => 'Left as planned, and the device says so.',
  leftOtherwise: ({ left }, text, planned) => `Left at ${text(left ?? 0)}; the plan says ${planned}.`,
  notReadBack: () => 'Recorded as left as planned, but nobody asked the device. Read it back.',
  readsOtherwise: ({ read }, text) =>
    `Recorded as left as planned, but the device last said ${text(read ?? 0)}. Read it again.`,
  notLeft: ({ read, readAgrees }, text, planned) => {
    if (read === null) return 'Read it from the device.'
    if (readAgrees === false) return `Reads ${text(read)}; the plan says ${planned}. Set it, then read again.`
    return 'Reads as planned. Record it as left at the end of the day.'
  },
  notPlanned: () => 'It is on the list, but nobody has planned a value.',
  unknownKey: () => 'The plan does not know it.',
}

/** Key of the point of a setting, by the register map’s name for it. */
export const settingPointKey = (key: string): string => STEM + key

/** S-1: every planned setting, read back from the gateway and recorded as left. */
export const settingLeft: PointFamily<PlannedSetting> = {
  id: 'settingLeft',
  periodic: true,
  place: 'settings',
  view: 'settings.bench',
  precedes: ['loadedIsland.settings'],
  waitsFor: null,
  restsOn: ['inverter', 'gateway', 'battery', 'meter'],
  proves: [],
  things: ({ settings }) => settings,
  key: ({ key }) => settingPointKey(key),
  point: ({ key, label, unit }) => ({
    subject: key,
    label,
    why: 'What the device does decides, not what the plan says.',
    slots: [
      {
        id: 'read',
        label: 'Read from the device',
        path: ['read', key.toLowerCase()],
        input: { kind: 'quantity', unit, measures: null },
      },
      {
        id: 'left',
        label: 'As left',
        path: ['left', key.toLowerCase()],
        input: { kind: 'quantity', unit, measures: null },
      },
    ],
  }),
  judge: (point, context) => {
    const planned = point.thing
    const line = lineOf(planned, slotReadings(point, context))
    const text = (value: number) => settingText(planned.key, value, planned.unit)
    const plannedText = text(planned.value)
    const shown = line.left ?? line.read ?? null
    return {
      verdict: line.verdict,
      code: 'S-1',
      why: WHY[line.state](line, text, plannedText),
      value: shown === null ? null : text(shown),
      limit:
        planned.tolerance > 0 ? `${plannedText} ± ${formatQuantity(planned.tolerance, planned.unit)}` : plannedText,
      basis: 'The plan of this job.',
    }
  },
}
