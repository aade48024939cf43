import {
  RIDE_THROUGH_WORDS,
  type RideThroughClass,
  classKept,
  rideThroughClass,
  rideThroughLimit,
} from '../../outage/rideThrough'
import { formatDuration } from '../../quantity/formatQuantity'
import type { PointFamily } from '../point'
import { slotReadings } from '../slotReadings'

const STEPS = [
  {
    key: 'outage.gap',
    label: 'Gap when the supply is lost',
    word: 'gap',
    why: 'The promise of the changeover stands or falls with this recording.',
  },
  {
    key: 'outage.returnGap',
    label: 'Gap when the supply comes back',
    word: 'return gap',
    why: 'The second gap is often the one that trips things.',
  },
] as const

/** T-2, T-6: the gap at leaving and at return, from a recording, against the promised class. */
export const outageGap: PointFamily = {
  id: 'outageGap',
  derive: () =>
    STEPS.map(({ key, label, why }) => ({
      key,
      family: 'outageGap',
      stage: 'outage',
      subject: key.split('.').at(-1) ?? key,
      label,
      why,
      slots: [{ id: 'recording', label: 'Recording of the wave', path: [], input: { kind: 'attached' } }],
    })),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const reading = slots.reading('recording')
    const promised = context.installation.promises.find(({ kind }) => kind === 'gapClass')?.gapClass ?? null
    const bound = promised && rideThroughLimit(promised, context.pack)
    const common = {
      code: 'T-2',
      basis: bound?.basis ?? 'Ride-through class (T-6) promised by the plan.',
      limit:
        promised === null
          ? null
          : promised === 'byHand'
            ? 'by hand: no duration was promised'
            : `${RIDE_THROUGH_WORDS[promised]}${bound ? `, ≤ ${formatDuration(bound.value)}` : ''}`,
    }
    if (!reading) return { ...common, verdict: 'open', value: null, why: 'No recording yet. Add the recorder’s file.' }
    if (reading.valueNumber === null)
      return {
        ...common,
        verdict: 'open',
        value: 'no gap',
        why: 'The recording holds no complete gap; it proves nothing either way.',
      }
    const kind: RideThroughClass = rideThroughClass(reading.valueNumber, context.pack)
    const value = formatDuration(reading.valueNumber)
    const rate = Number(reading.detail?.sampleRateHz ?? 0)
    const grade = rate >= 2000 ? `grade A, ${rate / 1000} kS/s` : `${rate} S/s, too slow for grade A`
    if (promised === null)
      return {
        ...common,
        verdict: 'watch',
        value,
        why: `A ${RIDE_THROUGH_WORDS[kind]} (${grade}); the plan promised no class to hold it against.`,
      }
    if (!classKept(kind, promised))
      return {
        ...common,
        verdict: 'stop',
        value,
        why: `A ${RIDE_THROUGH_WORDS[kind]}; the plan promised ${RIDE_THROUGH_WORDS[promised]}.`,
      }
    const weak = rate < 2000
    return {
      ...common,
      verdict: weak ? 'watch' : 'proven',
      value,
      why: `${capitalised(RIDE_THROUGH_WORDS[kind])} (${grade})${kind === promised ? ', as promised' : ', better than promised'}.`,
    }
  },
}

const capitalised = (word: string) => word.charAt(0).toUpperCase() + word.slice(1)
