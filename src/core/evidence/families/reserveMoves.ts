import type { Verdict } from '../../rules/verdict'
import { type PointFamily, THE_JOB, type TheJob } from '../family'
import type { Slot } from '../point'
import { type SlotReadings, slotReadings } from '../slotReadings'

export const RESERVE_MOVES = ['toStreet', 'charges', 'stays', 'toBattery'] as const
/** The four moves of the reserve around the charge there is (S-3). */
export type ReserveMoveId = (typeof RESERVE_MOVES)[number]
/** The reserve as planned again, and read from the device. */
export const SET_BACK = 'setBack'

export const MOVE_LABELS: Readonly<Record<ReserveMoveId, string>> = {
  toStreet: 'Reserve above the charge: the street carries',
  charges: 'Charging threshold above the charge: it charges from the street',
  stays: 'Reserve below the charge by less than the band: the street still carries',
  toBattery: 'Reserve and band below the charge: the battery carries again',
}
const TYPED: Readonly<Record<ReserveMoveId, string>> = {
  toStreet: 'street',
  charges: 'charges',
  stays: 'stays',
  toBattery: 'battery',
}

const MOVE_WORDS = { seen: ['seen', 'yes', 'ok'], otherwise: ['otherwise', 'no'] }
const BACK_WORDS = { yes: ['yes', 'back', 'ok'], no: ['no'] }

const slots: readonly Slot[] = [
  ...RESERVE_MOVES.map((move): Slot => ({
    id: move,
    label: MOVE_LABELS[move],
    path: ['move', TYPED[move]],
    input: { kind: 'word', words: MOVE_WORDS },
  })),
  {
    id: SET_BACK,
    label: 'Set back as planned, and read back',
    path: ['move', 'back'],
    input: { kind: 'word', words: BACK_WORDS },
  },
]

function verdictOf(said: SlotReadings): Verdict {
  const words = RESERVE_MOVES.map((move) => said.word(move))
  const back = said.word(SET_BACK)
  if (words.includes('otherwise') || back === 'no') return 'stop'
  return words.every((word) => word === 'seen') && back === 'yes' ? 'proven' : 'open'
}

/** S-3 seen live: the reserve moved around the charge there is, each move seen to do what it must, and everything set back. */
export const reserveMoves: PointFamily<TheJob> = {
  id: 'reserveMoves',
  since: '2026-11-28',
  place: 'settings',
  view: 'settings.bench',
  precedes: [],
  waitsFor: 'firstLive',
  restsOn: ['inverter', 'gateway', 'battery', 'meter'],
  proves: [],
  things: ({ settings }) => (settings.some(({ key }) => key === 'reserveSocPercent') ? [THE_JOB] : []),
  key: () => 'settings.reserveMoves',
  point: () => ({
    subject: 'reserveMoves',
    label: 'The reserve does what it is set to',
    why: 'A reserve that is only a number on a display is found out in the first outage.',
    slots,
    fullOnly: true,
  }),
  judge: (point, context) => {
    const said = slotReadings(point, context)
    const verdict = verdictOf(said)
    const seen = RESERVE_MOVES.filter((move) => said.word(move) === 'seen').length
    const WHY: Readonly<Record<Verdict, string>> = {
      stop:
        said.word(SET_BACK) === 'no'
          ? 'The reserve was not set back: it is left other than planned.'
          : 'A move did otherwise than it must. Look at the band, the mode, and the meter the battery steers by.',
      open: 'Four moves around the charge there is, each seen; then everything set back and read back.',
      watch: '',
      proven: 'All four moves were seen, and the reserve stands as planned again.',
    }
    return {
      code: 'S-3',
      verdict,
      value: seen === 0 ? null : `${seen} of ${RESERVE_MOVES.length} moves seen`,
      limit: 'all four, then set back',
      basis: 'S-3: reserve with hysteresis, seen live.',
      why: WHY[verdict],
    }
  },
}
