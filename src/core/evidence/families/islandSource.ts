import type { Installation } from '../../installation/installation'
import { judgeFigure } from '../../rules/judgeFigure'
import type { Phase, RulePack } from '../../rules/rulePack'
import { worstVerdict } from '../../rules/verdict'
import { type PointFamily, type TheJob, onceAJob } from '../family'
import { figureText } from '../figure'
import type { Point, Slot } from '../point'
import { madeAt } from '../reading'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'

/** Phases that the sources feed; all there are where one feeds all, or nobody said. */
function phasesFed({ sources }: Pick<Installation, 'sources'>, { phases }: Pick<RulePack, 'phases'>): readonly Phase[] {
  const own = new Set(sources.units.map(({ phase }) => phase))
  const fed = phases.filter((phase) => own.has(phase))
  return fed.length === 0 || own.has('all') ? phases : fed
}

/** The first phase keeps the slot that every job had when one voltage was asked for. */
const VOLTAGE_SLOTS = ['voltage', 'voltage2', 'voltage3'] as const
const VOLTAGE_WORDS = ['v', 'v2', 'v3'] as const
/** The day from which each phase is asked for: what was recorded before it answers to the check of its day. */
const EACH_PHASE_SINCE = '2026-12-02'

const voltageSlots = (phases: readonly Phase[]): Slot[] =>
  phases.map((phase, k) => ({
    id: VOLTAGE_SLOTS[k] as string,
    label: phases.length === 1 ? 'Voltage' : `Voltage of ${phase}`,
    path: ['island', VOLTAGE_WORDS[k] as string],
    input: { kind: 'quantity', unit: 'V', measures: 'voltage' },
  }))

/** Slots of the voltages that have to be there. */
function voltagesAsked(point: Point, slots: SlotReadings): string[] {
  const first = slots.reading(VOLTAGE_SLOTS[0])
  const isOlder = first !== undefined && madeAt(first) < EACH_PHASE_SINCE
  return VOLTAGE_SLOTS.filter(
    (id, k) => point.slots.some((slot) => slot.id === id) && (k === 0 || !isOlder || slots.reading(id) !== undefined),
  )
}

/** T-10 a: voltage of each phase, and frequency, of the unloaded island. */
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
  point: (_job, installation, pack) => ({
    subject: 'island',
    label: 'Voltage and frequency of the unloaded island',
    why: 'Nothing is loaded onto a source that is not sound.',
    slots: [
      ...voltageSlots(phasesFed(installation, pack)),
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
    const voltages = voltagesAsked(point, slots).map((id) => ({ id, figure: slots.figure(id) }))
    const frequency = slots.figure('frequency')
    const verdict = worstVerdict([
      ...voltages.map(
        ({ id, figure }) => judgeFigure(figure, { unit: 'V', least: minV, most: maxV }, slots.accuracy(id)).verdict,
      ),
      judgeFigure(frequency, { unit: 'Hz', least: minHz, most: maxHz }, slots.accuracy('frequency')).verdict,
    ])
    const WHY = {
      open:
        voltages.length > 1
          ? 'Measure the voltage of each phase, and the frequency, with every final circuit open.'
          : 'Measure both with every final circuit open.',
      stop: 'Outside what the house may be fed with. Open the source and look for the cause.',
      watch: 'The island stands on its own, closer to a limit than the instrument can tell.',
      proven: 'The island stands on its own.',
    } as const
    const shown = [
      ...voltages.map(({ figure }) => figure && figureText(figure.value, 'V', figure.bound)),
      frequency && figureText(frequency.value, 'Hz', frequency.bound),
    ].filter(Boolean)
    return afterCalibration(
      {
        verdict,
        code: 'T-10',
        basis: unique([minV.basis, maxV.basis, minHz.basis, maxHz.basis]).join(' '),
        value: voltages[0]?.figure == null ? null : shown.join(', '),
        limit: `${minV.value}–${maxV.value} V, ${minHz.value}–${maxHz.value} Hz`,
        why: WHY[verdict],
      },
      slots,
    )
  },
}

const unique = (texts: readonly string[]) => [...new Set(texts)]
