import type { PracticeHouse } from './usePracticeHouse'

type HouseEventKind = PracticeHouse['events'][number]['kind']

const EVENT_WORDS: Readonly<Record<HouseEventKind, string>> = {
  streetLost: 'the street was lost',
  streetBack: 'the street is back',
  islandStarted: 'on its own supply',
  returned: 'back on the street',
  overloadTrip: 'tripped on overload',
  surgeTrip: 'tripped on a start that was too big',
  surplusTrip: 'tripped on surplus that nothing held back',
  batteryEmpty: 'dark: the battery is empty',
  contactorStuck: 'dark: the contactor did not open',
  noIslandAllowed: 'dark: island operation is not enabled',
  restarted: 'restarted by itself',
  restartsUsedUp: 'gave up restarting',
  residualTrip: 'residual-current device tripped',
  pvTripped: 'PV left',
  pvRestarted: 'PV came back',
  wokenBySun: 'woken by the sun',
  switchedByHand: 'switched off by hand',
}

/** What happened in a house, in words. */
export const eventWords = (kind: string, subject: string | null): string =>
  `${EVENT_WORDS[kind as HouseEventKind] ?? kind}${subject === null ? '' : `: ${subject}`}`

/** An hour of the day as a clock shows it. */
export const hourWords = (hour: number): string =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.floor((hour % 1) * 60)).padStart(2, '0')}`
