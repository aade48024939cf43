import type { SurveyItem } from '../../installation/survey'
import { itemsOf } from '../../installation/survey'
import { formatQuantity } from '../../quantity/formatQuantity'
import { atMost } from '../../quantity/tolerance'
import { constantExportW } from '../../settings/constantExport'
import type { PointFamily } from '../family'
import type { Judgement, Slot } from '../point'
import { afterCalibration, slotReadings } from '../slotReadings'

type OldBattery = SurveyItem<'existingBattery'>

const WAYS = {
  constant: ['constant', 'export'],
  steered: ['steered', 'master'],
  off: ['off', 'parted'],
} as const

const slotsOf = (tag: string): Slot[] => [
  {
    id: 'way',
    label: 'How it is left: giving constantly, steered by the new one, or off',
    path: ['old', tag],
    input: { kind: 'word', words: WAYS },
  },
  {
    id: 'set',
    label: 'Power it constantly gives',
    path: ['old', tag, 'set'],
    input: { kind: 'quantity', unit: 'W', measures: null },
  },
  {
    id: 'surplus',
    label: 'While PV gives too much it',
    path: ['old', tag, 'surplus'],
    input: { kind: 'word', words: { rests: ['rests', 'nothing'], gives: ['gives'] } },
  },
  {
    id: 'opposite',
    label: 'Longest time that one gave while the other took, more than 50 W',
    path: ['old', tag, 'fights'],
    input: { kind: 'quantity', unit: 's', measures: null },
  },
]

/** S-6: an old battery beside the new one, and that they do not feed each other. */
export const secondBattery: PointFamily<OldBattery> = {
  id: 'secondBattery',
  since: '2026-11-28',
  place: 'settings',
  view: 'settings.bench',
  precedes: [],
  waitsFor: 'firstLive',
  restsOn: ['inverter', 'battery', 'gateway', 'meter'],
  proves: [],
  things: ({ survey }) => itemsOf(survey, 'existingBattery'),
  key: ({ tag }) => `settings.old.${tag}`,
  point: ({ tag, name }) => ({
    subject: tag,
    label: `${name} beside the new battery`,
    why: 'Two that steer by the same meter feed each other all night, and nobody sees it on the bill.',
    slots: slotsOf(tag),
    fullOnly: true,
  }),
  judge: (point, context): Judgement => {
    const slots = slotReadings(point, context)
    const way = slots.word('way') as keyof typeof WAYS | null
    const { oppositeBatteriesMax } = context.pack.limits
    const mostW = constantExportW(context.installation)
    const common = {
      code: 'S-6',
      value: way,
      limit: way === 'constant' && mostW !== null ? `≤ ${formatQuantity(mostW, 'W', 3)} and never with surplus` : null,
      basis: oppositeBatteriesMax.basis,
    }
    const open = (why: string): Judgement => ({ ...common, verdict: 'open', why })
    if (way === null) return open('Say how the old battery is left.')
    if (way === 'off') return { ...common, verdict: 'proven', why: 'It is off.' }
    const oppositeS = slots.number('opposite')
    if (oppositeS !== null && !atMost(oppositeS, oppositeBatteriesMax.value))
      return {
        ...common,
        verdict: 'stop',
        why: `One gave while the other took for ${formatQuantity(oppositeS, 's', 3)}: they feed each other.`,
      }
    if (way === 'constant' && slots.word('surplus') === 'gives')
      return {
        ...common,
        verdict: 'stop',
        why: 'It gives while PV gives too much: what it gives goes into the new battery or the street.',
      }
    if (oppositeS === null)
      return open(
        'Watch both for some minutes, by night and with surplus, and say how long they worked against each other.',
      )
    if (way === 'steered')
      return afterCalibration(
        { ...common, verdict: 'proven', why: 'The new one steers it, and they do not work against each other.' },
        slots,
      )
    const setW = slots.number('set')
    if (setW === null || slots.word('surplus') === null)
      return open('Read the power it constantly gives, and look at it while PV gives too much.')
    if (mostW === null) return open('What the house asks for by night is not known: loads or latitude are missing.')
    const figures = `${formatQuantity(setW, 'W', 3)} of ${formatQuantity(mostW, 'W', 3)} that the house asks for in nine of ten night hours`
    return atMost(setW, mostW)
      ? afterCalibration({ ...common, verdict: 'proven', why: `${figures}; it rests with surplus.` }, slots)
      : {
          ...common,
          verdict: 'watch',
          why: `${figures}: in quiet nights the rest goes into the new battery. Set it lower.`,
        }
  },
}
