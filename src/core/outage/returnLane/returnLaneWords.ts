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

/** What the lane says of the wait and of the second gap, and what it leaves open. */
export function returnSentences({ waitS, secondGapS, unseenBelowS, from, events }: ReturnLane): string[] {
  const gap =
    secondGapS === null
      ? unseenBelowS === null
        ? from === 'taps'
          ? 'Whether there was a second gap nobody can tell by tapping: take the recorder’s file.'
          : 'The second gap is open.'
        : `A second gap, if there was one, was shorter than a row of the log (${inTime(unseenBelowS)}).`
      : secondGapS === 0
        ? 'It went back without a gap.'
        : `It went back with a second gap of ${inTime(secondGapS)}.`
  const back =
    waitS === null
      ? ['It was not seen that the house went back to the street.']
      : [`The house waited ${inTime(waitS)} before it went back.`, gap]
  const pv = from === 'recording' || events.some(({ kind }) => kind === 'pv90') ? [] : [PV_OPEN]
  const tripped = events.some(({ kind }) => kind === 'tripped') ? [WHAT_TRIPPED] : []
  return [...back, ...(from === 'log' ? pv : []), ...tripped]
}

const PV_OPEN = 'PV was not seen to come back to nine tenths of what it gave.'
const WHAT_TRIPPED =
  'Find out why before it is closed again: what trips on the return wants its circuits shared out anew, or a residual-current device of its own for the one that leaks most.'
