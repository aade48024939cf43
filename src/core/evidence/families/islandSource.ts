import { formatQuantity } from '../../quantity/formatQuantity'
import { judgeBand, worstVerdict } from '../../rules/verdict'
import type { PointFamily } from '../point'
import { afterCalibration, slotReadings } from '../slotReadings'

/** T-10 a: voltage and frequency of the unloaded island. */
export const islandSource: PointFamily = {
  id: 'islandSource',
  derive: () => [
    {
      key: 'outage.islandSource',
      family: 'islandSource',
      stage: 'outage',
      subject: 'island',
      label: 'Voltage and frequency of the unloaded island',
      why: 'Nothing is loaded onto a source that is not sound.',
      slots: [
        {
          id: 'voltage',
          label: 'Voltage',
          path: ['island', 'v'],
          input: { kind: 'quantity', unit: 'V', measures: 'voltage' },
        },
        {
          id: 'frequency',
          label: 'Frequency',
          path: ['island', 'f'],
          input: { kind: 'quantity', unit: 'Hz', measures: 'frequency' },
        },
      ],
    },
  ],
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const {
      islandVoltageMin: minV,
      islandVoltageMax: maxV,
      islandFrequencyMin: minHz,
      islandFrequencyMax: maxHz,
    } = context.pack.limits
    const [voltage, frequency] = [slots.number('voltage'), slots.number('frequency')]
    const verdict = worstVerdict([
      judgeBand(voltage, { min: minV.value, max: maxV.value }, slots.accuracy('voltage')),
      judgeBand(frequency, { min: minHz.value, max: maxHz.value }, slots.accuracy('frequency')),
    ])
    return afterCalibration(
      {
        verdict,
        code: 'T-10',
        basis: minV.basis,
        value:
          voltage === null
            ? null
            : `${formatQuantity(voltage, 'V')}${frequency === null ? '' : `, ${formatQuantity(frequency, 'Hz')}`}`,
        limit: `${minV.value}–${maxV.value} V, ${minHz.value}–${maxHz.value} Hz`,
        why:
          voltage === null || frequency === null
            ? 'Measure both with every final circuit open.'
            : verdict === 'stop'
              ? 'Outside what the house may be fed with. Open the source and look for the cause.'
              : 'The island stands on its own.',
      },
      slots,
    )
  },
}
