import { describe, expect, it } from 'vitest'
import { type LogAnalysis, analyseLog } from '@/core/powerLog/analyseLog'
import type { LogQuantity } from '@/core/powerLog/logMap'
import { type LogMarks, NO_MARKS } from '@/core/powerLog/logMarks'
import { proposeLogMap } from '@/core/powerLog/proposeLogMap'
import { readPowerLog } from '@/core/powerLog/readPowerLog'
import { RULE_PACKS } from '@/core/rules/packs'
import { type Claim, unmetOf } from '../support/claims'
import { type MadeRows, dialectBy, writtenLog } from '../support/madeLogs'
import { type Chance, chance } from '../support/madeWaves'

/**
 * Logs made from a model of a house by many seeds, each written by a meter of its own: what the analysis says of them is held against what the
 * model knows, within what the reference allows.
 */
const SEEDS = 24

const QUANTITIES: readonly LogQuantity[] = ['v', 'f', 'load', 'pv', 'battery', 'grid', 'vGrid', 'soc']

/** Written by a meter by chance and read again as the crew says it is to be read. */
function analysed(
  luck: Chance,
  rows: MadeRows,
  periodS: number,
  marks: Partial<LogMarks> = {},
  isLeftOut: (row: number) => boolean = () => false,
): LogAnalysis {
  const dialect = dialectBy(luck, QUANTITIES, periodS)
  const text = writtenLog(rows, periodS, dialect, isLeftOut)
  const read = readPowerLog(text, dialect.map)
  if (!read.ok) throw new Error(read.error.message)
  return analyseLog(read.value, { ...NO_MARKS, ...marks }, RULE_PACKS['iec-1ph-230'])
}

interface Moment {
  loadW: number
  pvW: number
  batteryW: number
  /** `street`, `island`, or nothing. */
  supply: 'street' | 'island' | 'none'
  hasStreet: boolean
}
const DROOP = { v0: 231, f0: 50.05, vPerKw: 0.6, hzPerKw: 0.02 }
const CAPACITY_KWH = 8

/** Rows of a house whose moments are known, with the noise of its meter. */
function rowsOf(luck: Chance, periodS: number, seconds: number, momentAt: (s: number) => Moment): MadeRows {
  const rows = Object.fromEntries(QUANTITIES.map((quantity) => [quantity, [] as number[]])) as Record<
    LogQuantity,
    number[]
  >
  let soc = 80
  for (let row = 0; row * periodS < seconds; row++) {
    const { loadW, pvW, batteryW, supply, hasStreet } = momentAt(row * periodS)
    const isDead = supply === 'none'
    const house =
      supply === 'street'
        ? { v: 233.5, f: 50.01 }
        : {
            v: DROOP.v0 - (DROOP.vPerKw * batteryW) / 1000,
            f: DROOP.f0 - (DROOP.hzPerKw * batteryW) / 1000,
          }
    soc -= (batteryW * periodS) / 3.6e6 / (CAPACITY_KWH / 100)
    const noisy = (value: number, by: number) => value + by * luck.noise() * 0.7
    rows.v.push(isDead ? 0 : noisy(house.v, 0.2))
    rows.f.push(isDead ? 0 : noisy(house.f, 0.003))
    rows.load.push(isDead ? 0 : noisy(loadW, 5))
    rows.pv.push(Math.max(0, noisy(pvW, pvW > 0 ? 5 : 0)))
    rows.battery.push(isDead ? 0 : noisy(batteryW, 5))
    rows.grid.push(supply === 'street' ? noisy(loadW - pvW - batteryW, 5) : 0)
    rows.vGrid.push(hasStreet ? noisy(233.7, 0.2) : 0)
    rows.soc.push(soc)
  }
  return rows
}

const onRow = (s: number, periodS: number) => Math.round(s / periodS) * periodS

interface Day {
  lostS: number
  islandS: number
  backS: number
  joinedS: number
}
/** An outage by chance, its moments on rows. */
function dayBy(luck: Chance, periodS: number, islandForS: number): Day {
  const lostS = onRow(luck.between(40, 120), periodS)
  const islandS = onRow(lostS + luck.between(3 * periodS, 15), periodS)
  const backS = onRow(islandS + islandForS, periodS)
  return { lostS, islandS, backS, joinedS: onRow(backS + luck.between(20, 90), periodS) }
}
function supplyAt(s: number, { lostS, islandS, backS, joinedS }: Day) {
  const at = s + 1e-6
  return {
    supply: at < lostS || at >= joinedS ? 'street' : at < islandS ? 'none' : 'island',
    hasStreet: at < lostS || at >= backS,
  } as const
}

const KINDS: Record<string, (luck: Chance) => Claim[]> = {
  'an outage with loads that come and go': (luck) => {
    const periodS = luck.oneOf([0.2, 0.5, 1])
    const day = dayBy(luck, periodS, 500)
    const steps = [60, 130, 205, 280, 360].map((afterS) => ({
      atS: onRow(day.islandS + afterS + luck.between(0, 20), periodS),
      deltaW: luck.between(400, 2500),
      isMotor: luck.oneOf([true, false, false]),
    }))
    const offS = onRow(day.islandS + 440, periodS)
    const baseW = luck.between(350, 700)
    const fridge = (s: number) => (Math.floor(s / 97) % 2 === 0 ? 90 : 0)
    const loadAt = (s: number) => {
      const at = s + 1e-6
      const on = steps.filter(({ atS }) => at >= atS)
      const inrush = on.find(({ atS, isMotor }) => isMotor && at < atS + 0.5)
      return at >= offS ? baseW : baseW + on.reduce((sum, { deltaW }) => sum + deltaW, 0) + 1.5 * (inrush?.deltaW ?? 0)
    }
    const rows = rowsOf(luck, periodS, day.joinedS + 60, (s) => {
      const supply = supplyAt(s, day)
      const loadW = loadAt(s) + fridge(s)
      return { loadW, pvW: 0, batteryW: supply.supply === 'island' ? loadW : 0, ...supply }
    })
    const [first] = steps
    const marks = [
      { timeS: (first?.atS ?? 0) + 2, label: 'first' },
      { timeS: day.islandS + 35, label: 'nothing came' },
    ]
    const a = analysed(luck, rows, periodS, { marks, declared: { minStepW: 300 } })
    const all = steps.reduce((sum, { deltaW }) => sum + deltaW, 0)
    return [
      ['lost', a.gridLostS, day.lostS, 2 * periodS],
      ['island', a.islandS, day.islandS, 2 * periodS],
      ['gap', a.gapS, day.islandS - day.lostS, 4 * periodS],
      ['street back', a.gridBackS, day.backS, 2 * periodS],
      ['joined', a.reconnectS, day.joinedS, Math.max(1, 2 * periodS)],
      ['second gap', a.secondGapS, 0],
      ['how many steps', a.steps.length, steps.length + 1],
      ...steps.flatMap(({ atS, deltaW }, k): Claim[] => [
        [`step ${k}`, a.steps[k]?.timeS, atS, 2 * periodS],
        [`size ${k}`, a.steps[k]?.deltaW, deltaW, 110],
        [`volts ${k}`, a.steps[k]?.settledV, DROOP.v0 - (DROOP.vPerKw * (a.steps[k]?.afterW ?? NaN)) / 1000, 0.4],
      ]),
      ['all off', a.steps.at(-1)?.deltaW, -all, 110 + 0.01 * all],
      ['marks', a.marks.map(({ stepTimeS }) => stepTimeS !== null), [true, false]],
      ['V a kilowatt', a.droop?.vPerKw, DROOP.vPerKw, 0.08],
      ['Hz a kilowatt', a.droop?.hzPerKw, DROOP.hzPerKw, 0.003],
      ['Hz without load', a.droop?.f0, DROOP.f0, 0.01],
      ['largest', a.peakBatteryW, baseW + all + 45, 70],
    ]
  },
  'an overload that trips and restarts, by itself or by hand': (luck) => {
    const periodS = luck.oneOf([0.2, 0.5, 1])
    const day = dayBy(luck, periodS, 420)
    const riseS = onRow(day.islandS + luck.between(60, 120), periodS)
    const heldS = onRow(luck.between(5, 40), periodS)
    const tripS = onRow(riseS + heldS, periodS)
    const againS = onRow(tripS + luck.between(10, 120), periodS)
    const byHand = luck.oneOf([true, false])
    const limitW = 5000
    const overW = luck.between(5300, 8000)
    const rows = rowsOf(luck, periodS, day.joinedS + 60, (s) => {
      const at = s + 1e-6
      const supply = supplyAt(s, day)
      const loadW = at >= riseS && at < againS ? overW : 600
      const isTripped = at >= tripS && at < againS
      const batteryW = supply.supply === 'island' && !isTripped ? loadW : 0
      return { loadW, pvW: 0, batteryW, ...supply, ...(isTripped ? { supply: 'none' as const } : {}) }
    })
    const marks = byHand ? [{ timeS: againS - luck.between(1, 25), label: 'restart', action: 'restart' }] : []
    const a = analysed(luck, rows, periodS, { marks, declared: { overloadLimitW: limitW, minStepW: 300 } })
    const [trip] = a.trips
    return [
      ['one', a.trips.length, 1],
      ['when', trip?.timeS, tripS, 2 * periodS],
      ['at', trip?.batteryW, overW, 15 + 0.01 * overW],
      ['above the limit', trip?.overLimitS, heldS, 4 * periodS],
      ['back', trip?.restartS, againS, 2 * periodS],
      ['down', trip?.downS, againS - tripS, 4 * periodS],
      ['by itself', trip?.automatic, !byHand],
      ['joined', a.reconnectS, day.joinedS, Math.max(1, 2 * periodS)],
    ]
  },
  'a return with a second gap or none, and PV that comes back': (luck) => {
    const periodS = luck.oneOf([0.2, 1])
    const day = dayBy(luck, periodS, 200)
    const deadRows = luck.oneOf([0, 0, 2, 4])
    const deadS = onRow(day.joinedS - deadRows * periodS, periodS)
    const pvBeforeW = luck.between(1500, 3500)
    const pvFromS = onRow(day.joinedS + luck.between(30, 90), periodS)
    const rampS = luck.between(20, 60)
    const rows = rowsOf(luck, periodS, pvFromS + rampS + 120, (s) => {
      const at = s + 1e-6
      const supply = supplyAt(s, day)
      const pvW = at < day.lostS ? pvBeforeW : at < pvFromS ? 0 : pvBeforeW * Math.min(1, (at - pvFromS) / rampS)
      const isDead = at >= deadS && at < day.joinedS
      return {
        loadW: 700,
        pvW,
        batteryW: supply.supply === 'island' && !isDead ? 700 : 0,
        ...supply,
        ...(isDead ? { supply: 'none' as const } : {}),
      }
    })
    const a = analysed(luck, rows, periodS)
    const [pv] = a.pvRestart
    return [
      ['street back', a.gridBackS, day.backS, 2 * periodS],
      ['joined', a.reconnectS, day.joinedS, Math.max(1, 2 * periodS)],
      ['waited', a.waitS, day.joinedS - day.backS, Math.max(1, 2 * periodS) + 2 * periodS],
      ['second gap', a.secondGapS, deadRows * periodS, 2 * periodS],
      ['no trip', a.trips, []],
      ['where', pv?.where, 'afterReturn'],
      ['PV before', pv?.beforeW, pvBeforeW, 15 + 0.01 * pvBeforeW],
      ['10 %', pv?.t10S, pvFromS + 0.1 * rampS, 5],
      ['90 %', pv?.t90S, pvFromS + 0.9 * rampS, 5],
    ]
  },
  'working tests with the street there': (luck) => {
    const periodS = 1
    const residualW = luck.oneOf([luck.between(10, 60), luck.between(150, 600)])
    const isSurplus = luck.oneOf([true, false])
    const limitW = luck.oneOf([3000, 6000])
    const pvW = isSurplus ? luck.between(2500, 4000) : luck.between(100, 800)
    const loadW = isSurplus ? luck.between(300, 900) : pvW + luck.between(1500, 3500)
    const wanted = Math.abs(pvW - loadW)
    const takenW = Math.min(limitW, wanted - residualW)
    const setW = luck.between(1500, 3000)
    const reached = luck.oneOf([luck.between(0.96, 1.04), luck.between(0.5, 0.9)])
    const holes = luck.oneOf([0, 40])
    const rows = rowsOf(luck, periodS, 700, (s) => {
      const balancing = s < 340 ? (isSurplus ? -takenW : takenW) : 0
      const forced = s >= 380 ? -setW * reached * Math.min(1, (s - 380) / 8) : 0
      return {
        loadW,
        pvW,
        batteryW: balancing + forced,
        supply: 'street',
        hasStreet: true,
      }
    })
    const tests: LogMarks['tests'] = [
      { kind: isSurplus ? 'surplus' : 'cover', fromS: 20, toS: 320 },
      { kind: 'forcedCharge', fromS: 380, toS: 640, setW },
    ]
    const declared = { chargeLimitW: limitW, dischargeLimitW: limitW, residualW: 100 }
    const a = analysed(luck, rows, periodS, { tests, declared }, (row) => row >= 100 && row < 100 + holes)
    const left = wanted - takenW
    const known = left <= 100 ? 'proven' : takenW >= 0.95 * limitW ? 'watch' : 'stop'
    const [balance, forced] = a.workingTests as {
      verdict: string
      residualW?: number | null
      reachedW?: number | null
    }[]
    return [
      ['verdict', balance?.verdict, holes > 0 ? 'open' : known],
      ...(holes > 0 ? [] : ([['left', balance?.residualW, left, 25]] satisfies Claim[])),
      ['forced', forced?.verdict, reached > 0.95 ? 'proven' : 'stop'],
      ['reached', forced?.reachedW, setW * reached, 15 + 0.01 * setW],
    ]
  },
  'a log with rows left out': (luck) => {
    const periodS = luck.oneOf([0.2, 1])
    const from = 50 + Math.floor(luck.between(0, 200))
    const missing = 1 + Math.floor(luck.between(0, 60))
    const loadW = luck.between(300, 3000)
    const rows = rowsOf(luck, periodS, 400 * periodS, () => ({
      loadW,
      pvW: 0,
      batteryW: 0,
      supply: 'street',
      hasStreet: true,
    }))
    const a = analysed(luck, rows, periodS, {}, (row) => row >= from && row < from + missing)
    return [
      ['samples', a.samples, 400 - missing],
      ['gaps', a.logGaps.map(({ missingRows }) => missingRows), [missing]],
      ['from', a.logGaps[0]?.fromS, (from - 1) * periodS, 1e-6],
      ['energy', a.energy.loadKWh, (loadW * periodS * (400 - missing)) / 3.6e6, 0.006],
      ['no outage', [a.gridLostS, a.trips, a.steps], [null, [], []]],
    ]
  },
}

describe.each(Object.keys(KINDS))('%s', (kind) => {
  const index = Object.keys(KINDS).indexOf(kind)
  const claimsOf = KINDS[kind] ?? (() => [])

  it('is told as it was made, whatever the meter', () => {
    const misses = unmetOf(SEEDS, (seed) => claimsOf(chance(seed * 6151 + index * 98_317)))
    expect(misses).toEqual([])
  })
})

describe('a meter by chance', () => {
  it('has its columns, units and times proposed as it wrote them', () => {
    const misses = Array.from({ length: SEEDS }, (_, k) => 1 + k).flatMap((seed) => {
      const luck = chance(seed * 3571)
      const dialect = dialectBy(luck, QUANTITIES, 1)
      const rows = rowsOf(luck, 1, 30, () => ({
        loadW: 812,
        pvW: 1204,
        batteryW: -388,
        supply: 'street',
        hasStreet: true,
      }))
      const proposed = proposeLogMap(writtenLog(rows, 1, dialect, () => false))
      const { map } = dialect
      const columns = QUANTITIES.filter((quantity) => {
        const [got, known] = [proposed?.columns[quantity], map.columns[quantity]]
        return got?.column !== known?.column || got?.unit !== known?.unit
      })
      const isRead =
        proposed?.separator === map.separator &&
        proposed.decimal === map.decimal &&
        proposed.skipLines === map.skipLines &&
        proposed.time.column === map.time.column &&
        proposed.time.format === map.time.format
      return columns.length === 0 && isRead ? [] : [{ seed, columns, proposed, map }]
    })
    expect(misses).toEqual([])
  })
})
