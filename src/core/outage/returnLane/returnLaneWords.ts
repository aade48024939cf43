import { formatDuration } from '../../quantity/formatQuantity'
import type { ReturnEvent, ReturnLane } from './returnLane'

const inTime = (s: number) => formatDuration(Math.round(s * 1000))

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

/** What the lane says of the wait, of the second gap and of PV, what it leaves open, and what to do about what tripped. */
export function returnSentences(lane: ReturnLane): string[] {
  const { waitS, from, events } = lane
  const holds = (kind: ReturnEvent['kind']) => events.some((event) => event.kind === kind)
  return [
    ...(waitS === null
      ? ['It was not seen that the house went back to the street.']
      : [`The house waited ${inTime(waitS)} before it went back.`, gapSentence(lane)]),
    // a recording of voltages says nothing of PV, and nobody taps it
    ...(from === 'log' && !holds('pv90') ? [PV_OPEN] : []),
    ...(holds('tripped') ? [WHAT_TRIPPED] : []),
  ]
}

const PV_OPEN = 'PV was not seen to come back to nine tenths of what it gave.'
const WHAT_TRIPPED =
  'Find out why before it is closed again: what trips on the return wants its circuits shared out anew, or a residual-current device of its own for the one that leaks most.'
