import { describe, expect, it } from 'vitest'
import { dice } from '../../../tests/support/dice'
import { RULE_PACKS } from '../rules/packs'
import { blackStart } from './blackStart'
import { crossChecks } from './crossChecks/crossChecks'
import { firmwareAtLeast } from './crossChecks/firmwareVersion'
import { offsetOfTimeText } from './crossChecks/timeText'
import { forcedPower } from './forcedPower'
import { balanceTest } from './balanceTest'
import { largestMean } from './powerRows'
import { type ReserveDayInput, reserveDay } from './reserveDay'
import { type SourceOrderInput, sourceOrder } from './sourceOrder'

const pack = RULE_PACKS['iec-1ph-230']

describe('cross-checks', () => {
  it('are Open with nothing read, and have no verdict of their own where the job has no such thing', () => {
    expect(crossChecks(pack, {}).verdict).toBe('open')
    const none = crossChecks(pack, { reserve: 'none' })
    expect(none.checks.reserve).toBeNull()
  })

  it.each([
    ['2.4.10', '2.4.9', true],
    ['v1.18', '1.18.0', true],
    ['1.18', '1.18.1', false],
    ['10', '9.99', true],
    ['3.0-rc2', '3.0', true],
    ['123456789012345678901', '123456789012345678900', true],
    ['beta', '1.0', null],
    ['', '1.0', null],
  ])('firmware %s against %s: %s', (installed, minimum, answer) => {
    expect(firmwareAtLeast(installed, minimum)).toBe(answer)
  })

  it.each([
    ['2026-05-12T14:03:21+02:00', 120],
    ['2026-05-12T12:03:21Z', 0],
    ['2026-05-12T06:33:21.000-0530', -330],
  ])('%s has its zone', (text, offsetMin) => {
    expect(offsetOfTimeText(text)).toEqual({ instantMs: Date.UTC(2026, 4, 12, 12, 3, 21), offsetMin })
  })

  it.each(['2026-05-12T14:03:21', '12.05.2026 14:03', '2026-13-40T99:00:00Z', '', null])('%s is no instant', (text) => {
    expect(offsetOfTimeText(text)).toBeNull()
  })
})

const DAY: ReserveDayInput = {
  capacityWh: 10_000,
  chargeEfficiency: 0.95,
  dischargeEfficiency: 0.94,
  chargeLimitW: 3000,
  dischargeLimitW: 3600,
  gridChargeW: 1500,
  floorSoc: 0.05,
  fallbackSoc: 0.3,
  bandSoc: 0.08,
  chargeFromGridSoc: 0.2,
  chargeStopSoc: 0.35,
  startSoc: 0.5,
  loadW: [],
  pvW: [],
  stepMinutes: 15,
}

describe('a day with a reserve', () => {
  it('loses no energy and makes none', () => {
    const roll = dice(7)
    for (let day = 0; day < 50; day++) {
      const loadW = Array.from({ length: 96 }, () => roll(4000))
      const pvW = Array.from({ length: 96 }, (_, k) => (k > 28 && k < 72 ? roll(6000) : 0))
      const found = reserveDay({ ...DAY, startSoc: roll(101) / 100, loadW, pvW }, 0.02)
      const startSoc = found.track ? (found.track.soc[0] as number) : NaN
      const sumKWh = (w: readonly number[]) => w.reduce((sum, one) => sum + one, 0) / 4000
      const { importKWh, exportKWh, chargedKWh, dischargedKWh } = found as unknown as Record<string, number>
      expect(sumKWh(pvW) + (importKWh ?? 0) + (dischargedKWh ?? 0)).toBeCloseTo(
        sumKWh(loadW) + (exportKWh ?? 0) + (chargedKWh ?? 0),
        6,
      )
      expect(Number.isFinite(startSoc)).toBe(true)
    }
  })

  it('changes over no more often with a wider band', () => {
    // clouds: half an hour of sun, half an hour without, at a charge that stands on the threshold
    const loadW = Array.from({ length: 288 }, () => 700)
    const pvW = Array.from({ length: 288 }, (_, k) => (k % 12 < 6 ? 1400 : 0))
    const count = (bandSoc: number) =>
      reserveDay({ ...DAY, bandSoc, startSoc: 0.3, loadW, pvW, stepMinutes: 5 }, 0.02).switchCount as number
    const counts = [0, 0.01, 0.02, 0.05, 0.1].map(count)
    expect(counts).toEqual([...counts].sort((a, b) => b - a))
    expect(counts[0]).toBeGreaterThan(counts[4] as number)
  })

  it('says so where the band is too small, and knows nothing without a setting', () => {
    expect(reserveDay({ ...DAY, bandSoc: 0.019, loadW: [1], pvW: [0] }, 0.02).bandTooSmall).toBe(true)
    expect(reserveDay({ ...DAY, floorSoc: null, loadW: [1], pvW: [0] }, 0.02)).toMatchObject({
      endSoc: null,
      verdict: 'open',
    })
  })
})

const BATTERY = { usableWh: 9600, dischargeEfficiency: 0.95, soc: 0.8, floorSoc: 0.05, limitW: 4600 }
const OUTAGE: SourceOrderInput = {
  loadW: 900,
  pvW: 0,
  order: ['pv', 'battery', 'vehicle'],
  orderSet: ['pv', 'battery', 'vehicle'],
  battery: BATTERY,
  vehicle: null,
  startH: 19,
  sunH: 8.5,
  ways: [{ kind: 'pv', tested: 'passed' }],
}

describe('the order of sources', () => {
  it('lasts no shorter with more in the battery, and no longer with more load', () => {
    const hours = (change: Partial<SourceOrderInput>) => sourceOrder({ ...OUTAGE, ...change }).totalH as number
    for (const soc of [0.1, 0.3, 0.6, 0.9])
      expect(hours({ battery: { ...BATTERY, soc: soc + 0.1 } })).toBeGreaterThan(
        hours({ battery: { ...BATTERY, soc } }),
      )
    for (const loadW of [200, 900, 3000]) expect(hours({ loadW })).toBeGreaterThan(hours({ loadW: loadW + 100 }))
  })

  it('is dark from empty until the sun, round the clock', () => {
    // 7.6 h from 19:00 is 2:36
    expect(sourceOrder(OUTAGE).darkH).toBeCloseTo(5.9, 9)
    expect(blackStart([{ kind: 'pv', tested: 'passed' }], 50, 8.5).darkH).toBeCloseTo(6.5, 9)
  })

  it.each([
    [null, 'open'],
    [[], 'stop'],
    [[{ kind: 'pv', tested: null }], 'open'],
    [[{ kind: 'pv', tested: 'failed' }], 'stop'],
    [[{ kind: 'person', tested: 'passed' }], 'watch'],
    [[{ kind: 'ownSupply', tested: 'passed' }], 'proven'],
    [
      [
        { kind: 'ownSupply', tested: 'passed' },
        { kind: 'pv', tested: 'failed' },
      ],
      'watch',
    ],
  ] as const)('woken by %j: %s', (ways, verdict) => {
    expect(blackStart(ways, null, null).wakeVerdict).toBe(verdict)
  })
})

describe('working tests', () => {
  const log = (change: object = {}) => ({
    periodS: 1,
    pvW: Array.from({ length: 120 }, () => 3400),
    loadW: Array.from({ length: 120 }, () => 600),
    batteryW: Array.from({ length: 120 }, () => -2780),
    gridW: Array.from({ length: 120 }, () => -20),
    soc: 0.6,
    ...change,
  })
  const surplus = (change: object = {}) =>
    balanceTest(
      {
        kind: 'surplus',
        log: log(change),
        pair: null,
        chargeLimitW: 5000,
        dischargeLimitW: null,
        fullSoc: null,
        floorSoc: null,
        residualLimitW: null,
      },
      pack.limits,
    )

  it('a log proves it; the same with a minute of the battery standing still is Stop', () => {
    expect(surplus().verdict).toBe('proven')
    const still = Array.from({ length: 120 }, (_, k) => (k >= 50 && k < 110 ? -2800 : -20))
    expect(surplus({ gridW: still })).toMatchObject({ verdict: 'stop', residualW: 2800 })
  })

  it('import does not hide export: they are taken row by row', () => {
    const swinging = Array.from({ length: 120 }, (_, k) => (k % 2 === 0 ? -2000 : 2000))
    expect(surplus({ gridW: swinging })).toMatchObject({ verdict: 'stop', residualW: 1000, gridW: 0 })
  })

  it.each([
    ['a full battery', { soc: 0.99 }],
    ['a list missing', { pvW: null }],
    ['no surplus', { pvW: Array.from({ length: 120 }, () => 600) }],
    ['holes', { gridW: Array.from({ length: 120 }, (_, k) => (k % 10 === 0 ? null : -20)) }],
  ])('shows nothing with %s', (_, change) => {
    expect(surplus(change).verdict).toBe('open')
  })

  it('the worst stretch is the one a slow sum finds', () => {
    const roll = dice(3)
    for (let trial = 0; trial < 40; trial++) {
      const rows = Array.from({ length: 80 }, () => (roll(20) === 0 ? null : roll(500)))
      const slow = rows.flatMap((_, k) => {
        const stretch = rows.slice(k, k + 20)
        const there = stretch.filter((row) => row !== null)
        return stretch.length < 20 || there.length < 19 ? [] : [there.reduce((a, b) => a + b, 0) / there.length]
      })
      const expected = slow.length === 0 ? null : Math.max(...slow)
      if (expected === null) expect(largestMean(rows, 20)).toBeNull()
      else expect(largestMean(rows, 20)).toBeCloseTo(expected, 9)
    }
  })

  it('power the other way is Stop, not its size', () => {
    expect(forcedPower({ kind: 'forcedCharge', log: null, pair: { batteryW: 1500 }, setW: 1500 })).toMatchObject({
      reachedPercent: -100,
      verdict: 'stop',
    })
  })
})
