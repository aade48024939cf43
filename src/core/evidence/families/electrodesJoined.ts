import { type BandedOhm, joinedElectrodes } from '../../earthing/joinedElectrodes'
import type { Installation } from '../../installation/installation'
import { itemsOf } from '../../installation/survey'
import { errorBand } from '../../quantity/accuracy'
import { formatQuantity } from '../../quantity/formatQuantity'
import { type PointFamily, THE_JOB, type TheJob } from '../family'
import type { EvidenceContext, Judgement } from '../point'
import { pointOf } from '../pointOf'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'
import { electrodeReading, electrodeResistance } from './electrodeResistance'

const banded = (slots: SlotReadings, slot: string): BandedOhm | null => {
  const ohm = slots.number(slot)
  return ohm === null ? null : { ohm, bandOhm: errorBand(ohm, slots.accuracy(slot)) }
}

const singlesOf = (context: EvidenceContext): (BandedOhm | null)[] =>
  context.installation.electrodes.map((electrode) => {
    const slots = slotReadings(pointOf(electrodeResistance, electrode, context), context)
    return banded(slots, electrodeReading(electrode, slots).slot)
  })

/** What else of the survey may be joined to them: the supplier's earth first, then metal pipes and other electrodes. */
function otherEarths({ survey }: Installation): string[] {
  return [
    'the supplier’s earth',
    ...itemsOf(survey, 'service')
      .filter(({ detail }) => detail.material !== 'plastic')
      .map(({ name }) => name),
    ...itemsOf(survey, 'otherElectrode').map(({ name }) => name),
  ]
}

/** E-4b: electrodes measured singly, then joined. A joined value that is too good has measured something else. */
export const electrodesJoined: PointFamily<TheJob> = {
  id: 'electrodesJoined',
  periodic: true,
  since: '2026-11-27',
  place: 'electrode',
  view: 'earth.bench',
  precedes: ['firstIsland.electrode'],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: ({ electrodes }) => (electrodes.length < 2 ? [] : [THE_JOB]),
  key: () => 'earth.joined',
  point: () => ({
    subject: 'electrodes',
    label: 'All electrodes joined',
    why: 'A joined value that is better than the electrodes can be has another earth in it, which may go with the street.',
    slots: [
      {
        id: 'joined',
        label: 'All joined, the supplier’s earth parted',
        path: ['ra', 'joined'],
        input: { kind: 'quantity', unit: 'Ω', measures: 'electrodeResistance' },
      },
    ],
  }),
  judge: (point, context): Judgement => {
    const slots = slotReadings(point, context)
    const joined = banded(slots, 'joined')
    const found = joinedElectrodes(singlesOf(context), joined)
    const { leastOhm, mostOhm } = found
    const between =
      leastOhm === null || mostOhm === null
        ? ''
        : `between ${formatQuantity(leastOhm, 'Ω', 3)} and ${formatQuantity(mostOhm, 'Ω', 3)}`
    const WHY = {
      missing: 'Measure each electrode alone, and then all of them joined.',
      between: `It lies ${between}, as these electrodes alone can read.`,
      tooLow: `These electrodes alone read ${between}: something else is connected. Look for ${otherEarths(context.installation).join(', ')}.`,
      tooHigh: `Joined they read ${between}: one of them is not joined, or one of the readings is wrong. Measure again.`,
    } as const
    return afterCalibration(
      {
        code: 'E-4b',
        verdict: found.verdict,
        value: joined === null ? null : formatQuantity(joined.ohm, 'Ω'),
        why: WHY[found.reason],
        limit: between === '' ? null : between,
        basis: 'E-4b: never below all in parallel, never above the best alone.',
      },
      slots,
    )
  },
}
