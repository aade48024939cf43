import type { Verdict } from '../../rules/verdict'
import { type PointFamily, THE_JOB, type TheJob } from '../family'
import type { EvidenceContext, Judgement } from '../point'
import { pointOf } from '../pointOf'
import { madeAt } from '../reading'
import { slotReadings } from '../slotReadings'
import { MEASURING_METHODS } from './electrodeMethods'
import { electrodeResistance } from './electrodeResistance'

const ANSWER = 'how'

/** How buried services were found, how it may be typed, and what it is worth. */
const HOW: Readonly<Record<string, { typed: string[]; verdict: Verdict; says: string }>> = {
  detector: {
    typed: ['detector', 'detected', 'swept'],
    verdict: 'proven',
    says: 'Swept with a detector and marked on the ground.',
  },
  dug: { typed: ['dug', 'hand'], verdict: 'proven', says: 'Laid open by hand where the electrode goes.' },
  operator: {
    typed: ['operator', 'marked'],
    verdict: 'proven',
    says: 'Marked on the ground by those whose lines they are.',
  },
  existing: {
    typed: ['existing', 'nothing'],
    verdict: 'proven',
    says: 'Nothing is driven or dug: the electrode was there.',
  },
  plans: {
    typed: ['plans', 'drawings'],
    verdict: 'watch',
    says: 'From drawings alone: lines lie where nobody drew them. Sweep the place, or open it by hand.',
  },
  no: {
    typed: ['no', 'not'],
    verdict: 'stop',
    says: 'Not located. Nothing is driven, and nothing is dug with a machine.',
  },
}

/** When an electrode was first measured; it was in the ground by then. */
function firstMeasuredAt(context: EvidenceContext): string | null {
  const times = context.installation.electrodes.flatMap((electrode) => {
    const slots = slotReadings(pointOf(electrodeResistance, electrode, context), context)
    const { probed, ohmSlot } = MEASURING_METHODS[electrode.method]
    return [...probed, ohmSlot].flatMap((slot) => {
      const reading = slots.reading(slot)
      return reading ? [madeAt(reading)] : []
    })
  })
  return times.sort()[0] ?? null
}

/** Buried services are located and marked before anything is driven: how, by whom and when stands in the reading, the picture beside it. */
export const buriedServices: PointFamily<TheJob> = {
  id: 'buriedServices',
  since: '2026-11-27',
  place: 'electrode',
  view: 'earth.bench',
  precedes: ['firstIsland.electrode'],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: ({ electrodes }) => (electrodes.length === 0 ? [] : [THE_JOB]),
  key: () => 'earth.services',
  point: () => ({
    subject: 'buriedServices',
    label: 'Buried services located and marked',
    why: 'Nothing is driven or dug until somebody has found what lies there: a rod through a cable kills.',
    slots: [
      {
        id: ANSWER,
        label: 'How they were located',
        path: ['services'],
        input: {
          kind: 'word',
          words: Object.fromEntries(Object.entries(HOW).map(([word, { typed }]) => [word, typed])),
        },
      },
    ],
  }),
  judge: (point, context): Judgement => {
    const slots = slotReadings(point, context)
    const word = slots.word(ANSWER)
    const answer = word === null ? undefined : HOW[word]
    const reading = slots.reading(ANSWER)
    const measuredAt = firstMeasuredAt(context)
    const late = reading !== undefined && word !== 'existing' && measuredAt !== null && madeAt(reading) > measuredAt
    const common = { code: 'E-1', limit: null, basis: 'Hold point before anything is driven.', value: word }
    if (answer === undefined)
      return {
        ...common,
        verdict: 'open',
        why: 'Drive nothing yet. Say how they were located: detector, dug, operator, plans, existing or no.',
      }
    if (late && answer.verdict === 'proven')
      return { ...common, verdict: 'watch', why: `${answer.says} But put down only after an electrode was measured.` }
    return { ...common, verdict: answer.verdict, why: answer.says }
  },
}
