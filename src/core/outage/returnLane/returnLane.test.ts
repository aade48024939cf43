import { describe, expect, it } from 'vitest'
import { aMark } from '../../../../tests/support/marks'
import { outageRunsOf } from '../run/outageRun'
import type { OutageMark } from '../run/outageMark'
import { type ReturnLane, returnOfLog, returnOfRun, returnOfTrace } from './returnLane'
import { returnEventWords, returnSentences } from './returnLaneWords'

const kinds = (lane: ReturnLane | null) => lane?.events.map(({ kind, afterS }) => [kind, afterS])
const said = (lane: ReturnLane | null) => (lane ? returnSentences(lane).join(' ').replace(/\s/g, ' ') : '')

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
    expect(returnOfLog({ ...log, gridBackS: null })).toBeNull()
  })
})

describe('the return on one lane, as it was tapped', () => {
  const runOf = (...marks: OutageMark[]) => outageRunsOf([aMark('begun', 0, { subject: 'loaded' }), ...marks])[0]
  const lane = (...marks: OutageMark[]) => {
    const run = runOf(...marks)
    return run ? returnOfRun(run) : null
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
