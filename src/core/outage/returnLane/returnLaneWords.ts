import { formatDuration } from '../../quantity/formatQuantity'
import type { ReturnEvent, ReturnLane } from './returnLane'
import { type WaitAgainstSet, waitAgainstSet } from './waitAgainstSet'

const inTime = (s: number) => formatDuration(Math.round(s * 1000))
const inSeconds = (s: number) => formatDuration(Math.floor(s) * 1000)

/** What happened, in a few words. */
export function returnEventWords({ kind, subject }: ReturnEvent, nameOf: (tag: string) => string): string {
  switch (kind) {
    case 'streetBack':
      return 'the street is back'
    case 'gapBegins':
      return 'the house loses its supply'
    case 'onStreet':
      return 'the house is on the street again'
    case 'pv10':
      return 'PV gives a tenth of what it gave before'
    case 'pv90':
      return 'PV gives nine tenths of it'
    case 'batteryCharges':
      return 'the battery charges again'
    case 'vehicleCharges':
      return 'the vehicle charges again'
    case 'tripped':
      return `${subject === null ? 'something' : nameOf(subject)} tripped`
    case 'sourceOff':
      return 'the source gave up'
  }
}

/** What the lane says of the second gap, or why it says nothing. */
function gapSentence({ secondGapS, unseenBelowS, from }: ReturnLane): string {
  if (secondGapS === 0) return 'It went back without a gap.'
  if (secondGapS !== null) return `It went back with a second gap of ${inTime(secondGapS)}.`
  if (unseenBelowS !== null)
    return `A second gap, if there was one, was shorter than a row of the log (${inTime(unseenBelowS)}).`
  return from === 'taps'
    ? 'Whether there was a second gap nobody can tell by tapping: take the recorder’s file.'
    : 'The second gap is open.'
}

const AGAINST_SET: Readonly<Record<WaitAgainstSet, string>> = {
  late: ': that is late.',
  tooSoon: ': that is too soon, look at the setting.',
  asSet: '.',
}

/** What the lane says of the wait, and how it stands to the set one where one is set. */
function waitSentences(lane: ReturnLane, setS: number | null): string[] {
  const { waitS, underWayS } = lane
  const against = waitAgainstSet(lane, setS)
  const set = against === null || setS === null ? [] : [`It is set to wait ${inTime(setS)}${AGAINST_SET[against]}`]
  if (waitS !== null) return [`The house waited ${inTime(waitS)} before it went back.`, ...set]
  if (underWayS === null) return ['It was not seen that the house went back to the street.']
  return [`The house has waited ${inSeconds(underWayS)} so far.`, ...set]
}

const MISSING = {
  pv: {
    yet: 'PV does not give nine tenths of what it gave before the cut yet.',
    over: 'PV was not seen to come back to nine tenths of what it gave.',
  },
  vehicle: {
    yet: 'The vehicle charged before the cut, and does not charge again yet.',
    over: 'The vehicle charged before the cut, and was not seen to charge again.',
  },
} as const

/**
 * What the lane says of the wait, of the second gap, of PV and the vehicle, what it leaves open, and what to do about what tripped (T-7).
 *
 * @param setS how long it is set to wait; `null` where nothing is planned
 * @example returnSentences(laneUnderWay, 60)[0] // 'The house has waited 43 s so far.'
 */
export function returnSentences(lane: ReturnLane, setS: number | null): string[] {
  const { waitS, underWayS, events, missing } = lane
  return [
    ...waitSentences(lane, setS),
    ...(waitS === null ? [] : [gapSentence(lane)]),
    ...missing.map((part) => MISSING[part][underWayS === null ? 'over' : 'yet']),
    ...(events.some(({ kind }) => kind === 'tripped') ? [WHAT_TRIPPED] : []),
  ]
}

const WHAT_TRIPPED =
  'Find out why before it is closed again: what trips on the return wants its circuits shared out anew, or a residual-current device of its own for the one that leaks most.'
