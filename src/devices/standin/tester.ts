import type { House } from './model/house'

export const TESTER_QUESTIONS = [
  'electrode',
  'loop',
  'neutralEarth',
  'residualTime',
  'earthCurrent',
  'voltage',
  'frequency',
] as const
/** What can be asked of an instrument in a stand-in house. */
export type TesterQuestion = (typeof TESTER_QUESTIONS)[number]

export interface Shown {
  value: number | null
  unit: 'Ω' | 'V' | 'ms' | 'A' | 'Hz'
  /** More than the instrument can show, as with no loop at all; or no trip. */
  over: boolean
}

const STREET_LOOP_OHM = 0.31
const ISLAND_LOOP_OHM = 0.54
const TRIP_MS = { street: 24, island: 27 }
/** Neutral to earth of an island that nothing joins to earth, as share of nominal. */
const FLOATING_SHARE = 0.42

/** Reads like an instrument: with a little scatter, rounded as it would show. */
function shows(house: House, value: number, digits: number, unit: Shown['unit']): Shown {
  const scattered = value * (1 + (house.random() - 0.5) * 0.01)
  return { value: Number(scattered.toFixed(digits)), unit, over: false }
}

const over = (unit: Shown['unit']): Shown => ({ value: null, unit, over: true })

/** What an instrument shows in the house as it stands, street or island. */
export function instrumentShows(house: House, question: TesterQuestion, subject: string | null): Shown {
  const { spec } = house
  const island = house.mode === 'island'
  const joined = !island || house.bondClosed || house.secondBond
  const live = (house.houseV[0] ?? 0) > 0
  switch (question) {
    case 'electrode':
      return shows(house, spec.electrodeOhm, 1, 'Ω')
    case 'loop':
      return live && joined ? shows(house, island ? ISLAND_LOOP_OHM : STREET_LOOP_OHM, 2, 'Ω') : over('Ω')
    case 'neutralEarth':
      return shows(house, joined ? 0.4 : FLOATING_SHARE * spec.nominalV, 1, 'V')
    case 'residualTime': {
      const device = spec.residualDevices.find(({ tag }) => tag === subject)
      return device && live && joined ? shows(house, island ? TRIP_MS.island : TRIP_MS.street, 0, 'ms') : over('ms')
    }
    case 'earthCurrent':
      return shows(house, house.earthCurrentA, 2, 'A')
    case 'voltage':
      return shows(house, house.houseV[0] ?? 0, 1, 'V')
    case 'frequency':
      return { value: Number(house.houseHz.toFixed(2)), unit: 'Hz', over: false }
  }
}
