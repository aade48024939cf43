import { formatQuantity } from '../../quantity/formatQuantity'
import { settingText } from '../../settings/settingText'
import { settingsDiff } from '../../settings/settingsDiff'
import type { PointFamily } from '../point'
import { slotReadings } from '../slotReadings'

/** S-1: every planned setting, read back from the gateway and recorded as left. */
export const settingLeft: PointFamily = {
  id: 'settingLeft',
  derive: ({ settings }) =>
    settings.map(({ key, label, unit }) => ({
      key: `settings.${key}`,
      family: 'settingLeft',
      stage: 'settings',
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
    })),
  judge: (point, context) => {
    const planned = context.installation.settings.find(({ key }) => key === point.subject)
    if (!planned)
      return {
        verdict: 'open',
        value: null,
        why: 'The setting is no longer in the plan.',
        limit: null,
        basis: null,
        code: 'S-1',
      }
    const slots = slotReadings(point, context)
    const only = (slot: string) => {
      const value = slots.number(slot)
      return new Map(value === null ? [] : [[planned.key, value]])
    }
    const [line] = settingsDiff([planned], only('read'), only('left'))
    const text = (value: number) => settingText(planned.key, value, planned.unit)
    const plannedText = text(planned.value)
    const shown = line?.left ?? line?.read ?? null
    const why =
      line?.leftAgrees === true
        ? 'Left as planned.'
        : line?.leftAgrees === false
          ? `Left at ${text(line.left ?? 0)}; the plan says ${plannedText}.`
          : line?.readAgrees === true
            ? 'Reads as planned. Record it as left at the end of the day.'
            : line?.readAgrees === false
              ? `Reads ${text(line.read ?? 0)}; the plan says ${plannedText}. Set it, then read again.`
              : 'Read it from the device.'
    return {
      verdict: line?.verdict ?? 'open',
      code: 'S-1',
      why,
      value: shown === null ? null : text(shown),
      limit:
        planned.tolerance > 0 ? `${plannedText} ± ${formatQuantity(planned.tolerance, planned.unit)}` : plannedText,
      basis: 'The plan of this job.',
    }
  },
}
