import { worstVerdict } from '../../rules/verdict'
import { type PointFamily, type TheJob, onceAJob } from '../family'
import { figureText } from '../figure'
import { judgeFigure } from '../../rules/judgeFigure'
import { afterCalibration, slotReadings } from '../slotReadings'

/** T-10 a: voltage and frequency of the unloaded island. */
export const islandSource: PointFamily<TheJob> = {
  id: 'islandSource',
  periodic: true,
  place: 'islandSource',
  view: 'outage.bench',
  precedes: ['loadedIsland.source'],
  waitsFor: 'firstIsland',
  restsOn: ['inverter', 'gateway', 'battery'],
  proves: [],
  things: onceAJob,
  key: () => 'outage.islandSource',
  point: () => ({
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
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const {
      islandVoltageMin: minV,
      islandVoltageMax: maxV,
      islandFrequencyMin: minHz,
      islandFrequencyMax: maxHz,
    } = context.pack.limits
    const [voltage, frequency] = [slots.figure('voltage'), slots.figure('frequency')]
    const verdict = worstVerdict([
      judgeFigure(voltage, { unit: 'V', least: minV, most: maxV }, slots.accuracy('voltage')).verdict,
      judgeFigure(frequency, { unit: 'Hz', least: minHz, most: maxHz }, slots.accuracy('frequency')).verdict,
    ])
    const WHY = {
      open: 'Measure both with every final circuit open.',
      stop: 'Outside what the house may be fed with. Open the source and look for the cause.',
      watch: 'The island stands on its own, closer to a limit than the instrument can tell.',
      proven: 'The island stands on its own.',
    } as const
    const shown = [
      voltage && figureText(voltage.value, 'V', voltage.bound),
      frequency && figureText(frequency.value, 'Hz', frequency.bound),
    ].filter(Boolean)
    return afterCalibration(
      {
        verdict,
        code: 'T-10',
        basis: unique([minV.basis, maxV.basis, minHz.basis, maxHz.basis]).join(' '),
        value: voltage === null ? null : shown.join(', '),
        limit: `${minV.value}–${maxV.value} V, ${minHz.value}–${maxHz.value} Hz`,
        why: WHY[verdict],
      },
      slots,
    )
  },
}

const unique = (texts: readonly string[]) => [...new Set(texts)]
