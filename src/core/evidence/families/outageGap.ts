import {
  RIDE_THROUGH_CLASSES,
  RIDE_THROUGH_ONE,
  RIDE_THROUGH_WORDS,
  type RideThroughClass,
  classKept,
  rideThroughClass,
  rideThroughLimit,
} from '../../outage/rideThrough'
import type { Gap } from '../../outage/recordingGap'
import { formatDuration } from '../../quantity/formatQuantity'
import { type PointFamily, type TheJob, onceAJob } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import type { Reading } from '../reading'
import { type SlotReadings, slotReadings } from '../slotReadings'
import { type PhasesRecorded, phasesMissing } from './phasesRecorded'

/** Slot that a recording of the wave is tied to. */
export const RECORDING_SLOT = 'recording'

/** T-2, T-6: a gap from a recording, against the promised class. */
const GAP = {
  periodic: true,
  view: 'outage.bench',
  waitsFor: 'loadedIsland',
  restsOn: ['inverter', 'gateway', 'battery'],
  things: onceAJob,
  judge: judgeGap,
} as const satisfies Partial<PointFamily<TheJob>>
/** Slots of a gap that was seen and not recorded: a film says between which two it lies, a stopwatch how long at most. */
export const SEEN_MOST_SLOT = 'most'
export const SEEN_LEAST_SLOT = 'least'

const slotsOf = (head: string): Slot[] => [
  { id: RECORDING_SLOT, label: 'Recording of the wave', path: [], input: { kind: 'attached' } },
  seenSlot(SEEN_MOST_SLOT, 'Seen by film or stopwatch: at most', head),
  seenSlot(SEEN_LEAST_SLOT, 'Seen by film: at least', head),
]
const seenSlot = (id: string, label: string, head: string): Slot => ({
  id,
  label,
  path: [head, id],
  input: { kind: 'quantity', unit: 'ms', measures: null },
})

export const leavingGap: PointFamily<TheJob> = {
  ...GAP,
  id: 'leavingGap',
  place: 'gap',
  precedes: ['handover.gap'],
  proves: ['gapClass'],
  key: () => 'outage.gap',
  point: () => ({
    subject: 'gap',
    label: 'Gap when the supply is lost',
    why: 'The promise of the changeover stands or falls with this recording.',
    slots: slotsOf('gap'),
  }),
}

export const returnGap: PointFamily<TheJob> = {
  ...GAP,
  id: 'returnGap',
  place: 'returnGap',
  precedes: [],
  proves: [],
  key: () => 'outage.returnGap',
  point: () => ({
    subject: 'returnGap',
    label: 'Gap when the supply comes back',
    why: 'The second gap is often the one that trips things.',
    slots: slotsOf('secondgap'),
  }),
}

/** The points that a recording of a wave can be evidence for. */
export const RECORDED_GAPS = [leavingGap, returnGap] as const

function judgeGap(point: Point, context: EvidenceContext): Judgement {
  const slots = slotReadings(point, context)
  const reading = slots.reading(RECORDING_SLOT)
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
  if (!reading) return { ...common, ...seenGap(slots, promised, context) }
  if (reading.valueNumber === null) return { ...common, ...withoutDuration(reading, promised) }
  const turned = otherRotation(reading, context)
  if (turned !== null) return { ...common, ...turned, value: formatDuration(reading.valueNumber) }
  const kind: RideThroughClass = rideThroughClass(reading.valueNumber, context.pack)
  const value = formatDuration(reading.valueNumber)
  const leastHz = context.pack.limits.waveSampleRateMin.value
  const rate = Number(reading.detail?.sampleRateHz ?? 0)
  // asked so that a rate that is no number is too slow
  const isFast = rate >= leastHz
  const grade = isFast ? `grade A, ${rate / 1000} kS/s` : `${rate} S/s, too slow for grade A`
  const missing = phasesMissing(reading, context)
  if (missing !== null && (promised === null || classKept(kind, promised)))
    return { ...common, verdict: 'open', value: `≥ ${value}`, why: missingWords(missing, context) }
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
  return {
    ...common,
    verdict: isFast ? 'proven' : 'watch',
    value,
    why: `${capitalised(RIDE_THROUGH_WORDS[kind])} (${grade})${kind === promised ? ', as promised' : ', better than promised'}.`,
  }
}

/**
 * T-13: a gap that was only seen. It is grade C: it can show that a promise is broken, and makes one that is kept Watch. What lies between is
 * too coarse to tell.
 */
function seenGap(
  slots: SlotReadings,
  promised: RideThroughClass | null,
  { pack }: EvidenceContext,
): Pick<Judgement, 'verdict' | 'value' | 'why' | 'code'> {
  const mostMs = slots.number(SEEN_MOST_SLOT)
  const leastMs = slots.number(SEEN_LEAST_SLOT) ?? 0
  const code = 'T-13'
  if (mostMs === null || mostMs < leastMs)
    return {
      code,
      verdict: 'open',
      value: null,
      why: 'No recording yet. Add the recorder’s file, or a film of a lamp.',
    }
  const value = leastMs > 0 ? `${formatDuration(leastMs)} to ${formatDuration(mostMs)}` : `≤ ${formatDuration(mostMs)}`
  const [worst, best] = [rideThroughClass(mostMs, pack), rideThroughClass(leastMs, pack)]
  const grade = 'Grade C, from a film or a stopwatch'
  if (promised === null)
    return {
      code,
      verdict: 'watch',
      value,
      why: `${grade}: ${RIDE_THROUGH_ONE[worst]} at worst; no class was promised.`,
    }
  if (classKept(worst, promised))
    return {
      code,
      verdict: 'watch',
      value,
      why: `${grade}: ${RIDE_THROUGH_ONE[worst]} at worst, as promised or better. A recording of the wave proves it.`,
    }
  if (!classKept(best, promised))
    return {
      code,
      verdict: 'stop',
      value,
      why: `${grade}: ${RIDE_THROUGH_ONE[best]} at best; the plan promised ${RIDE_THROUGH_WORDS[promised]}.`,
    }
  return {
    code,
    verdict: 'open',
    value,
    why: `${grade}: too coarse to tell ${RIDE_THROUGH_ONE[promised]} from ${RIDE_THROUGH_ONE[worst]}. Record the wave.`,
  }
}

/** What a stored analysis says of a gap that it does not hold whole; `null` where it holds none. */
function openGapOf({ detail }: Reading): { atLeastMs: number; classAtBest: RideThroughClass } | null {
  const gap = detail?.gap as Partial<Gap> | null | undefined
  const { atLeastMs, classAtBest } = gap ?? {}
  const known = typeof atLeastMs === 'number' && RIDE_THROUGH_CLASSES.some((one) => one === classAtBest)
  return known ? { atLeastMs, classAtBest: classAtBest as RideThroughClass } : null
}

/** A recording without a duration proves nothing; one that shows more than was promised without it is Stop all the same. */
function withoutDuration(
  reading: Reading,
  promised: RideThroughClass | null,
): Pick<Judgement, 'verdict' | 'value' | 'why'> {
  const open = openGapOf(reading)
  if (open === null)
    return { verdict: 'open', value: 'no gap', why: 'The recording holds no gap; it proves nothing either way.' }
  const value = `≥ ${formatDuration(open.atLeastMs)}`
  if (promised !== null && !classKept(open.classAtBest, promised))
    return {
      verdict: 'stop',
      value,
      why: `The recording does not hold the whole gap, and what it holds is longer than promised: at best ${RIDE_THROUGH_ONE[open.classAtBest]}.`,
    }
  return {
    verdict: 'open',
    value,
    why: 'The recording does not hold the whole gap: no duration and no class can be claimed. Record it again, from before the cut to after the return.',
  }
}

const missingWords = ({ recorded, backedUp }: PhasesRecorded, { pack }: EvidenceContext): string =>
  `Recorded on ${recorded} of the ${backedUp} ${pack.phases.length > 2 ? 'phases' : 'legs'} that are backed up; on another the gap may have been longer. Record the voltage of each.`

/** T-4: phases that follow each other the other way round after the changeover: a danger for motors on all three. */
function otherRotation(
  { detail }: Reading,
  { installation }: EvidenceContext,
): Pick<Judgement, 'verdict' | 'why'> | null {
  const { rotationBefore, rotationAfter } = detail ?? {}
  if (typeof rotationBefore !== 'string' || typeof rotationAfter !== 'string' || rotationBefore === rotationAfter)
    return null
  const fed = installation.loads.some(({ phase }) => phase === 'all')
  return {
    verdict: fed ? 'stop' : 'watch',
    why: `The phases follow each other the other way round after the changeover (${rotationBefore} before, ${rotationAfter} after): motors on three phases would run backwards.`,
  }
}

const capitalised = (word: string) => word.charAt(0).toUpperCase() + word.slice(1)
