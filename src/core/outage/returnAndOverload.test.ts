import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { type OverloadInput, overloadTrip } from './overloadTrip'
import { type SupplyReturnInput, supplyReturn } from './supplyReturn'

const pack = RULE_PACKS['iec-1ph-230']

const RETURN: SupplyReturnInput = {
  events: [
    { timeS: 100, kind: 'gridBack' },
    { timeS: 165, kind: 'reconnected' },
  ],
  gapWatched: true,
  resolutionMs: null,
  promisedClass: 'flicker',
  waitMinS: 60,
  waitMaxS: 300,
  tripsChecked: true,
  pv: null,
  chargerBack: 'none',
}
const returned = (change: Partial<SupplyReturnInput>) => supplyReturn({ ...RETURN, ...change }, pack)
const gap = (fromS: number, toS: number) => [
  { timeS: fromS, kind: 'gapStart' },
  { timeS: toS, kind: 'gapEnd' },
]

describe('the return of the supply', () => {
  it('is the same whatever the clock says when the file begins', () => {
    const later = RETURN.events.map((event) => ({ ...event, timeS: event.timeS + 86_400 }))
    expect(returned({ events: later })).toEqual(returned({}))
  })

  it('says nothing of a gap that nobody watched for', () => {
    expect(returned({ gapWatched: false })).toMatchObject({ secondGapMs: null, gapVerdict: 'open', verdict: 'open' })
  })

  it('takes the longest second gap, and stops where the house stays dead', () => {
    const two = [...RETURN.events, ...gap(164.9, 165), ...gap(166, 166.4)]
    expect(returned({ events: two }).secondGapMs).toBeCloseTo(400, 6)
    const dead = [...RETURN.events, { timeS: 166, kind: 'gapStart' }]
    expect(returned({ events: dead })).toMatchObject({ secondGapMs: null, gapVerdict: 'stop' })
  })

  it('is never better than its evidence resolves', () => {
    const events = [...RETURN.events, ...gap(164.9, 165)]
    expect(returned({ events, resolutionMs: 100 })).toMatchObject({ secondGapClass: 'blink', gapVerdict: 'watch' })
  })

  it('names what tripped, and what is still off', () => {
    const trip = (timeS: number, id: string, kind = 'tripped') => ({ timeS, kind, id })
    const events = [...RETURN.events, trip(166, 'Q2'), trip(167, 'Q1'), trip(300, 'Q2', 'reset'), trip(90, 'Q9')]
    expect(returned({ events })).toMatchObject({ tripped: ['Q2', 'Q1'], stillOff: ['Q1'], tripVerdict: 'stop' })
  })
})

/** Two seconds at rest, some seconds above the limit, and then what is said. */
function overload(aboveS: number, after: readonly number[], change: Partial<OverloadInput> = {}) {
  const powerW = [...Array<number>(3).fill(2000), ...Array<number>(aboveS).fill(6200), ...after.map((v) => v * 10)]
  const voltageV = [...Array<number>(3 + aboveS).fill(229), ...after]
  return overloadTrip(
    {
      log: { startS: 0, periodS: 1, powerW, voltageV },
      nominalV: 230,
      limitW: 5000,
      surgeW: 7500,
      surgeS: 10,
      handRestarts: [],
      devices: [],
      restartWaitS: null,
      ...change,
    },
    pack.limits,
  )
}
const dead = (s: number) => Array<number>(s).fill(0)
const live = (s: number) => Array<number>(s).fill(230)

describe('an overload', () => {
  it.each([
    ['trips in time and comes back', overload(12, [...dead(30), ...live(30)]), 'tripped', 'proven'],
    ['gives up too soon', overload(9, [...dead(30), ...live(30)]), 'tripped', 'stop'],
    ['comes back and dies again', overload(12, [...dead(30), ...live(3), ...dead(3)]), 'tripped', 'watch'],
    ['stays off for good', overload(12, dead(130)), 'tripped', 'stop'],
    ['is not watched long enough', overload(12, dead(30)), 'tripped', 'open'],
    ['is carried', overload(12, live(5)), 'held', 'watch'],
    ['was none', overload(0, live(20)), 'notReached', 'open'],
    ['is started by hand', overload(12, [...dead(30), ...live(9)], { handRestarts: [40] }), 'tripped', 'watch'],
    ['has no declared power', overload(12, dead(30), { limitW: null }), null, 'open'],
  ] as const)('%s', (_, found, state, verdict) => {
    expect(found).toMatchObject({ state, verdict })
  })

  it('takes a device that opened at that moment for the culprit, and no other', () => {
    const devices = [
      { timeS: 40, id: 'Q7' },
      { timeS: 16, id: 'Q3' },
    ]
    expect(overload(12, dead(130), { devices }).whatTripped).toBe('Q3')
    expect(overload(12, dead(130), { devices: [{ timeS: 40, id: 'Q7' }] }).whatTripped).toBe('source')
  })

  it('goes through a day of tenths of seconds', () => {
    const rows = 864_000
    const log = {
      startS: 0,
      periodS: 0.1,
      powerW: Array<number>(rows).fill(900),
      voltageV: Array<number>(rows).fill(230),
    }
    expect(overload(0, [], { log })).toMatchObject({ state: 'notReached', peakW: 900 })
  })
})
