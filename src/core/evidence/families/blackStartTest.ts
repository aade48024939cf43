import { WAKE_KINDS, type WakeKind, type WakeWay, blackStart } from '../../settings/blackStart'
import { type PointFamily, THE_JOB, type TheJob } from '../family'
import type { Slot } from '../point'
import { type SlotReadings, slotReadings } from '../slotReadings'
import { withinSentence } from '../../withinSentence'

const LABELS: Readonly<Record<WakeKind, string>> = {
  ownSupply: 'A supply of its own for its electronics',
  pv: 'The sun',
  vehicle: 'A vehicle',
  person: 'Somebody who comes and knows how',
}
const TYPED: Readonly<Record<WakeKind, string>> = { ownSupply: 'own', pv: 'pv', vehicle: 'vehicle', person: 'person' }

const slotOf = (kind: WakeKind): Slot => ({
  id: kind,
  label: LABELS[kind],
  path: ['wake', TYPED[kind]],
  input: {
    kind: 'word',
    words: { passed: ['passed', 'yes', 'ok'], failed: ['failed', 'no'], absent: ['absent', 'none', 'not there'] },
  },
})

/** The ways that the house has, with how each was tried; `null` while nobody has said anything of any. */
function waysOf(slots: SlotReadings): WakeWay[] | null {
  const said = WAKE_KINDS.map((kind) => ({ kind, word: slots.word(kind) }))
  if (said.every(({ word }) => word === null)) return null
  return said.flatMap(({ kind, word }): WakeWay[] =>
    word === 'absent' ? [] : [{ kind, tested: word === 'passed' || word === 'failed' ? word : null }],
  )
}

/** S-4, black start: what wakes the system once the battery is empty. */
export const blackStartTest: PointFamily<TheJob> = {
  id: 'blackStart',
  since: '2026-11-27',
  place: 'settings',
  view: 'settings.bench',
  precedes: [],
  waitsFor: null,
  restsOn: ['inverter', 'battery', 'gateway'],
  proves: [],
  things: ({ sources }) => (sources.units.length === 0 ? [] : [THE_JOB]),
  key: () => 'settings.blackStart',
  point: () => ({
    subject: 'blackStart',
    label: 'What wakes the system when the battery is empty',
    why: 'An empty battery that nothing wakes leaves the house dark when the sun is back.',
    slots: WAKE_KINDS.map(slotOf),
    fullOnly: true,
  }),
  judge: (point, context) => {
    const { wakes, wakeVerdict } = blackStart(waysOf(slotReadings(point, context)), null, null)
    const WHY = {
      open: 'Try each way that the house has, and say which it has not.',
      stop: 'Nothing wakes it: the household would sit in the dark beside a sunny roof.',
      watch: 'Somebody has to be there and know how, or one of the ways failed: it stands on the card.',
      proven: 'It wakes by itself.',
    } as const
    return {
      code: 'S-4',
      verdict: wakeVerdict,
      value: wakes === null ? null : withinSentence(LABELS[wakes]),
      limit: null,
      basis: 'S-4: source order and black start.',
      why: WHY[wakeVerdict],
    }
  },
}
