import { describe, expect, it } from 'vitest'
import { aMark } from '../../../../tests/support/marks'
import { outageRunsOf } from '../run/outageRun'
import type { OutageMark } from '../run/outageMark'
import { type HeardLive, type ReturnLane, returnOfLog, returnOfRun, returnOfTrace } from './returnLane'
import { returnEventWords, returnSentences } from './returnLaneWords'
import type { LiveMoment } from './returnMoments'
import { waitAgainstSet } from './waitAgainstSet'

const kinds = (lane: ReturnLane | null) => lane?.events.map(({ kind, afterS }) => [kind, afterS])
const said = (lane: ReturnLane | null) => (lane ? returnSentences(lane, null).join(' ').replace(/\s/g, ' ') : '')

describe('the return on one lane, from a recording', () => {
  const trace = { gridBackS: 2, reconnectS: 5, waitS: 3, secondGapMs: 50, seamless: false, slipHz: 0.1 }

  it('has the street back, the second gap, and the house on the street again', () => {
    const lane = returnOfTrace(trace)
    expect(kinds(lane)).toEqual([
      ['streetBack', 0],
      ['gapBegins', 2.95],
      ['onStreet', 3],
    ])
    expect(said(lane)).toBe('The house waited 3 s before it went back. It went back with a second gap of 50 ms.')
  })

  it('without a gap is seamless, and one that did not end is open', () => {
    expect(kinds(returnOfTrace({ ...trace, secondGapMs: 0 }))).toEqual([
      ['streetBack', 0],
      ['onStreet', 3],
    ])
    expect(said(returnOfTrace({ ...trace, secondGapMs: 0 }))).toContain('without a gap')
    expect(said(returnOfTrace({ ...trace, secondGapMs: null }))).toContain('The second gap is open.')
  })
})

describe('the return on one lane, from a log', () => {
  const log = {
    gridBackS: 100,
    waitS: 60,
    secondGapS: 2,
    gapResolutionS: 1,
    pvExpected: true,
    pvRestart: [
      { where: 'island', beforeW: 3000, t10S: 40, t90S: 60, t10AfterS: 20, t90AfterS: 40 },
      { where: 'afterReturn', beforeW: 3000, t10S: 220, t90S: 400, t10AfterS: 60, t90AfterS: 240 },
    ],
  } satisfies Parameters<typeof returnOfLog>[0]

  it('has PV after the return too, and none of what it did in the island', () => {
    expect(kinds(returnOfLog(log))).toEqual([
      ['streetBack', 0],
      ['gapBegins', 58],
      ['onStreet', 60],
      ['pv10', 120],
      ['pv90', 300],
    ])
  })

  it('claims no gap of nothing for one that is shorter than a row', () => {
    const lane = returnOfLog({ ...log, secondGapS: 0 })
    expect([lane?.secondGapS, lane?.unseenBelowS]).toEqual([null, 1])
    expect(said(lane)).toContain('shorter than a row of the log (1 s)')
  })

  it('is open where the log ends first: the house, PV, or the street itself', () => {
    const noReturn = returnOfLog({ ...log, waitS: null, secondGapS: null, pvRestart: [] })
    expect(kinds(noReturn)).toEqual([['streetBack', 0]])
    expect(said(noReturn)).toContain('It was not seen that the house went back')
    const [, after] = log.pvRestart
    const noPv = returnOfLog({ ...log, pvRestart: [{ ...after!, t90S: null, t90AfterS: null }] })
    expect(said(noPv)).toContain('PV was not seen to come back')
    expect(said(returnOfLog(log))).not.toContain('PV was not seen')
    // at night, and in a house without any, it is not looked for
    expect(said(returnOfLog({ ...log, pvRestart: [], pvExpected: false }))).not.toContain('PV was not seen')
    expect(returnOfLog({ ...log, gridBackS: null })).toBeNull()
  })
})

const here = { device: 'a', clockOffsetMs: 0, clockErrorMs: 0 }
const unheard: HeardLive = { moments: [], listener: here, nowMs: null }

describe('the return on one lane, as it was tapped', () => {
  const runOf = (...marks: OutageMark[]) => outageRunsOf([aMark('begun', 0, { subject: 'loaded' }), ...marks])[0]
  const lane = (...marks: OutageMark[]) => {
    const run = runOf(...marks)
    return run ? returnOfRun(run, unheard) : null
  }
  const cut = aMark('out', 10)

  it('has what tripped from then on, with what to do about it, and nothing from before', () => {
    const found = lane(
      cut,
      aMark('tripped', 30, { subject: 'dryer' }),
      aMark('streetBack', 100),
      aMark('onStreet', 160),
      aMark('tripped', 163, { subject: 'freezer' }),
      aMark('sourceOff', 170),
    )
    expect(kinds(found)).toEqual([
      ['streetBack', 0],
      ['onStreet', 60],
      ['tripped', 63],
      ['sourceOff', 70],
    ])
    expect(found?.events.map((one) => returnEventWords(one, (tag) => `the ${tag}`))[2]).toBe('the freezer tripped')
    expect(said(found)).toContain('Find out why before it is closed again')
    expect(said(found)).toContain('nobody can tell by tapping')
  })

  it('leaves out a tap of a phone that was never compared, and waits for none', () => {
    const other = { device: 'b', clockOffsetMs: null, clockErrorMs: null }
    const found = lane(cut, aMark('streetBack', 100), aMark('onStreet', 160, other))
    expect([kinds(found), found?.waitS]).toEqual([[['streetBack', 0]], null])
    expect(said(found)).toContain('It was not seen')
  })

  it('is none before the street is closed', () => {
    expect(lane(cut)).toBeNull()
  })
})

describe('the return on one lane, while it is under way', () => {
  const zeroMs = Date.parse(aMark('out', 0).at)
  const runOf = (...marks: OutageMark[]) => outageRunsOf([aMark('begun', 0, { subject: 'loaded' }), ...marks])[0]!
  /** One moment a second, from and to s after the zero of the marks. */
  const moments = (fromS: number, toS: number, at: (s: number) => Partial<LiveMoment>): LiveMoment[] =>
    Array.from({ length: toS - fromS + 1 }, (_, k) => ({
      atMs: zeroMs + (fromS + k) * 1000,
      pvW: null,
      batteryW: null,
      vehicleW: null,
      ...at(fromS + k),
    }))
  const [cut, back, on] = [aMark('out', 100), aMark('streetBack', 400), aMark('onStreet', 460)]
  const at = (s: number): HeardLive => ({ moments: [], listener: here, nowMs: zeroMs + s * 1000 })

  it('says how long the house has waited, against what is set', () => {
    const lane = returnOfRun(runOf(cut, back), at(443.2))!
    const words = (own: ReturnLane, setS: number | null) => returnSentences(own, setS).join(' ').replace(/\s/g, ' ')
    expect(words(lane, null)).toBe('The house has waited 43 s so far.')
    expect(words(lane, 60)).toBe('The house has waited 43 s so far. It is set to wait 60 s.')
    expect(words(lane, 20)).toContain('It is set to wait 20 s: that is late.')
    const over = returnOfRun(runOf(cut, back, on), unheard)!
    expect(words(over, 60)).not.toContain('that is')
    expect(words(over, 30)).toContain('that is late')
    expect(words(over, 120)).toContain('too soon')
  })

  it.each([
    [60, 'asSet'],
    [90, 'asSet'],
    [90.1, 'late'],
    [59, 'asSet'],
    [58.9, 'tooSoon'],
  ] as const)('holds a wait of %d s against the 60 s that are set: %s', (waitS, stands) => {
    expect(waitAgainstSet({ waitS, underWayS: null }, 60)).toBe(stands)
    expect(waitAgainstSet({ waitS: null, underWayS: waitS }, 60)).toBe(stands === 'tooSoon' ? 'asSet' : stands)
  })

  it('holds nothing against a wait that nobody set or saw', () => {
    expect(waitAgainstSet({ waitS: 60, underWayS: null }, null)).toBeNull()
    expect(waitAgainstSet({ waitS: null, underWayS: null }, 60)).toBeNull()
  })

  it('has PV, battery and vehicle as live values show them, from the house being back', () => {
    const heard = moments(70, 700, (s) => ({
      pvW: s < 100 ? 3000 : s < 480 ? 0 : Math.min(3000, (s - 480) * 30),
      batteryW: s < 500 ? 400 : -900,
      vehicleW: s < 100 || s >= 520 ? -7000 : 0,
    }))
    const lane = returnOfRun(runOf(cut, back, on), { ...at(701), moments: heard })
    expect(kinds(lane)).toEqual([
      ['streetBack', 0],
      ['onStreet', 60],
      ['pv10', 90],
      ['batteryCharges', 100],
      ['vehicleCharges', 120],
      ['pv90', 170],
    ])
    expect(lane?.missing).toEqual([])
  })

  it('names what ran before the cut and does not yet, and claims nothing of what was not there', () => {
    const dark = (before: Partial<LiveMoment>) => moments(70, 500, (s) => (s < 100 ? before : { pvW: 0, vehicleW: 0 }))
    const missing = (before: Partial<LiveMoment>) =>
      returnOfRun(runOf(cut, back, on), { ...at(501), moments: dark(before) })?.missing
    expect(missing({ pvW: 2000, vehicleW: -7000 })).toEqual(['pv', 'vehicle'])
    expect(missing({ pvW: 20, vehicleW: 0 })).toEqual([])
    expect(missing({})).toEqual([])
    const lane = returnOfRun(runOf(cut, back, on), { ...at(501), moments: dark({ pvW: 2000, vehicleW: -7000 }) })
    expect(said(lane)).toContain('does not charge again yet')
  })

  it('claims nothing of moments of a phone whose clock was never compared, and nothing before the house is back', () => {
    const heard = moments(70, 700, (s) => ({ pvW: s < 100 ? 3000 : 2900, batteryW: -900 }))
    const stranger = { device: 'b', clockOffsetMs: null, clockErrorMs: null }
    const unknown = returnOfRun(runOf(cut, back, on), { ...at(701), moments: heard, listener: stranger })
    expect([kinds(unknown)?.length, unknown?.underWayS, unknown?.missing]).toEqual([2, null, []])
    expect(kinds(returnOfRun(runOf(cut, back), { ...at(701), moments: heard }))).toEqual([['streetBack', 0]])
  })

  it('is over once the run is', () => {
    expect(returnOfRun(runOf(cut, back, on, aMark('ended', 600)), at(700))?.underWayS).toBeNull()
  })
})
