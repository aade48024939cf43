import { AWAKE_KINDS, type AwakeKind } from '../../outage/run/outageMark'
import { formatDuration } from '../../quantity/formatQuantity'
import type { PointFamily } from '../family'
import { slotReadings } from '../slotReadings'

/** Seconds from the cut, and the word where there are none. */
export const AWAKE_SLOT = 'after'
export const AWAKE_WORD_SLOT = 'word'

export const AWAKE_LABELS: Readonly<Record<AwakeKind, string>> = {
  router: 'Router',
  internet: 'Internet',
  app: 'The maker’s app, with live figures',
  alarm: 'Alarm',
  doorbell: 'Doorbell',
}

const WORDS = { absent: ['absent', 'none', 'not there'], dead: ['dead', 'no', 'off'] } as const

/** T-16: when the things that a household notices first are there again, counted from the cut. */
export const awakeAfterCut: PointFamily<AwakeKind> = {
  id: 'awakeAfterCut',
  since: '2026-11-28',
  place: 'stayedOn',
  view: 'outage.bench',
  precedes: [],
  waitsFor: 'loadedIsland',
  restsOn: ['inverter', 'gateway', 'battery'],
  proves: [],
  things: () => AWAKE_KINDS,
  key: (kind) => `outage.awake.${kind}`,
  point: (kind) => ({
    subject: kind,
    label: `${AWAKE_LABELS[kind]} after the cut`,
    why: 'Until then nobody can look anything up; what an app shows from before is old.',
    slots: [
      {
        id: AWAKE_SLOT,
        label: 'Back after',
        path: ['awake', kind],
        input: { kind: 'quantity', unit: 's', measures: null },
      },
      { id: AWAKE_WORD_SLOT, label: 'Or', path: ['awake', kind, 'or'], input: { kind: 'word', words: WORDS } },
    ],
    fullOnly: true,
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const seconds = slots.number(AWAKE_SLOT)
    const word = slots.word(AWAKE_WORD_SLOT)
    const common = { code: 'T-16', limit: null, basis: 'T-16: clocks from the cut.' }
    if (seconds !== null && word !== null)
      return {
        ...common,
        verdict: 'open',
        value: null,
        why: 'A time and a word contradict each other: take one of them back.',
      }
    if (seconds !== null)
      return {
        ...common,
        verdict: 'proven',
        value: formatDuration(seconds * 1000),
        why: 'There again in the outage.',
      }
    if (word === 'absent') return { ...common, verdict: 'proven', value: word, why: 'The house has none.' }
    if (word === 'dead')
      return {
        ...common,
        verdict: 'watch',
        value: word,
        why: 'Dead as long as the outage lasts: the household has to know it.',
      }
    return { ...common, verdict: 'open', value: null, why: 'Nobody has looked yet.' }
  },
}
