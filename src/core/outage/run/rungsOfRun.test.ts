import { describe, expect, it } from 'vitest'
import { aMark } from '../../../../tests/support/marks'
import type { LoadLadder } from '../../plan/loadLadder'
import { type OutageRun, outageRunsOf } from './outageRun'
import { nextRung, rungsOfRun } from './rungsOfRun'
import { isDone, stepNow, stepsOf } from './runSteps'
import { stepSeen } from './stepSeen'
import { stepsToTell } from './stepsToTell'

const rung = (tag: string, stepW: number, totalW: number) => ({
  tag,
  name: tag,
  circuitTag: 'c1',
  stepW,
  totalW,
  sourceMarginW: 5000 - totalW,
  phaseMarginW: null,
  circuitMarginA: 4,
})
const ladder: LoadLadder = {
  rungs: [rung('lamp', 100, 100), rung('kettle', 2000, 2100), rung('oven', 2500, 4600)],
  leftOut: [],
  highestW: 4600,
  verdict: null,
}
const BEGUN: Parameters<typeof aMark>[] = [
  ['begun', -60, { subject: 'loaded' }],
  ['out', 0],
  ['back', 1],
]
const runOf = (...marks: Parameters<typeof aMark>[]): OutageRun =>
  outageRunsOf([...BEGUN, ...marks].map((one) => aMark(...one)))[0] as OutageRun
const atMs = (seconds: number) => Date.UTC(2026, 2, 1, 10) + seconds * 1000

describe('the ladder as it is climbed', () => {
  it('says of each rung what was expected, what was seen, and how long it was held', () => {
    const run = runOf(
      ['loadOn', 10, { subject: 'lamp' }],
      ['drawn', 19, { subject: 'lamp', value: 130 }],
      ['loadOn', 40, { subject: 'kettle' }],
      ['loadOff', 100, { subject: 'lamp' }],
    )
    expect(
      rungsOfRun(run, ladder, atMs(200)).map(({ rung: { tag }, state, drawnW, offShare, heldS }) => [
        tag,
        state,
        drawnW,
        offShare,
        heldS,
      ]),
    ).toEqual([
      ['lamp', 'off', 130, 0.3, 90],
      ['kettle', 'on', null, null, 160],
      ['oven', 'waiting', null, null, null],
    ])
  })
  it('goes on with the first rung that was never on, and ends where something tripped', () => {
    const climbing = runOf(['loadOn', 10, { subject: 'lamp' }])
    expect(nextRung(rungsOfRun(climbing, ladder, atMs(20)))?.tag).toBe('kettle')
    const tripped = runOf(['loadOn', 10, { subject: 'lamp' }], ['loadOn', 20, { subject: 'kettle' }], ['tripped', 25])
    const rungs = rungsOfRun(tripped, ladder, atMs(30))
    expect([rungs.map(({ state }) => state), nextRung(rungs)]).toEqual([['on', 'tripped', 'waiting'], null])
  })
  it('holds nothing any more once the source gave up or the street is back', () => {
    const held = (...marks: Parameters<typeof aMark>[]) =>
      rungsOfRun(runOf(['loadOn', 10, { subject: 'lamp' }], ...marks), ladder, atMs(500))[0]?.heldS
    expect([held(['sourceOff', 30, { value: 7000 }]), held(['streetBack', 70]), held()]).toEqual([20, 60, 490])
  })
  it('is not stopped by what trips on the return', () => {
    const run = runOf(['loadOn', 10, { subject: 'lamp' }], ['streetBack', 70], ['tripped', 75])
    expect(rungsOfRun(run, ladder, atMs(90))[0]?.state).toBe('on')
  })
})

const moments = (watts: (second: number) => number | null) =>
  Array.from({ length: 60 }, (_, second) => ({ atMs: atMs(second), houseW: watts(second) }))

describe('a step told by live values', () => {
  it('is from the middle of what was before to the middle of what settled, whatever it drew at first', () => {
    expect(
      stepSeen(
        moments((s) => (s < 20 ? 300 : s < 22 ? 9000 : 2300)),
        atMs(20),
      ),
    ).toBe(2000)
  })
  it('is not told with too little on one side', () => {
    const full = moments((s) => (s < 20 ? 300 : 2300))
    expect(stepSeen(full.slice(0, 24), atMs(20))).toBeNull()
    expect(stepSeen(full.slice(19), atMs(20))).toBeNull()
    expect(
      stepSeen(
        moments((s) => (s > 22 ? null : 300)),
        atMs(20),
      ),
    ).toBeNull()
  })
  it('is not told while other loads move by as much', () => {
    const restless = (by: number) =>
      stepSeen(
        moments((s) => (s < 20 ? 300 : 2300) + (s % 2) * by),
        atMs(20),
      )
    expect([restless(400), restless(600)]).toEqual([1800, null])
    expect(
      stepSeen(
        moments((s) => 300 + (s % 2) * 30),
        atMs(20),
      ),
    ).toBeNull()
    expect(
      stepSeen(
        moments(() => 300),
        atMs(20),
      ),
    ).toBe(0)
  })
  it('is said once, on the phone that switched it on, and not where something else was switched beside it', () => {
    const seen = moments((s) => (s < 20 ? 300 : 2300))
    const toldOf = (run: OutageRun, device = 'a', now = 40) =>
      stepsToTell(run, rungsOfRun(run, ladder, atMs(now)), seen, device, atMs(now))
    const on = ['loadOn', 20, { subject: 'kettle' }] as Parameters<typeof aMark>
    expect(toldOf(runOf(on))).toEqual([{ tag: 'kettle', drawnW: 2000 }])
    expect(toldOf(runOf(on), 'b')).toEqual([])
    expect(toldOf(runOf(on), 'a', 25)).toEqual([])
    expect(toldOf(runOf(on, ['drawn', 30, { subject: 'kettle', value: 1900 }]))).toEqual([])
    expect(toldOf(runOf(on, ['loadOn', 24, { subject: 'lamp' }]))).toEqual([])
  })
})

describe('the steps of a test', () => {
  it('follow one another as the run is marked', () => {
    const marks: Parameters<typeof aMark>[] = [
      ...BEGUN,
      ['loadOn', 10, { subject: 'lamp' }],
      ['streetBack', 60],
      ['onStreet', 90],
      ['ended', 99],
    ]
    const steps = stepsOf('loaded', 'itself', false)
    const now = (count: number, seen = { climbed: false, looked: false, pluggedIn: false }) => {
      const [run] = outageRunsOf(marks.slice(0, count).map((one) => aMark(...one)))
      return run ? stepNow(steps, run, seen) : undefined
    }
    expect([1, 2, 3, 5, 6, 7].map((count) => now(count))).toEqual([
      'cut',
      'seeBack',
      'look',
      'seeReturn',
      'leave',
      null,
    ])
    expect(now(4, { climbed: false, looked: true, pluggedIn: false })).toBe('climb')
    const [island] = outageRunsOf(marks.slice(0, 3).map((one) => aMark(...one)))
    expect(island && isDone('climb', island, { climbed: true, looked: false, pluggedIn: false })).toBe(true)
    expect(island && isDone('climb', island, { climbed: false, looked: true, pluggedIn: false })).toBe(false)
  })
  it('by hand are off, shed, on, and back', () => {
    expect(stepsOf('loaded', 'byHand', false).filter((step) => step.startsWith('byHand') || step === 'shed')).toEqual([
      'byHandOff',
      'shed',
      'byHandOwn',
      'byHandBack',
    ])
  })
  it('with a switch for each circuit turn each of them, and shed nothing', () => {
    const steps = stepsOf('loaded', 'eachByHand', false)
    expect(steps.filter((step) => step.startsWith('each'))).toEqual(['eachOff', 'eachOwn', 'eachBack'])
    expect(steps).not.toContain('shed')
  })
  it('plug a vehicle in once the house carries its loads, and not in an island without any', () => {
    for (const changeover of ['itself', 'byHand', 'eachByHand'] as const) {
      const steps = stepsOf('loaded', changeover, true)
      expect(steps.indexOf('plugIn')).toBe(steps.indexOf('climb') + 1)
      expect(steps.indexOf('hold')).toBe(steps.indexOf('plugIn') + 1)
    }
    expect(stepsOf('unloaded', 'itself', true)).not.toContain('plugIn')
    const island = runOf(['loadOn', 30])
    expect(isDone('plugIn', island, { climbed: true, looked: true, pluggedIn: false })).toBe(false)
    expect(isDone('plugIn', island, { climbed: true, looked: true, pluggedIn: true })).toBe(true)
  })
  it('are not undone by a source that gave up', () => {
    expect(isDone('seeBack', runOf(['sourceOff', 30]), { climbed: false, looked: false, pluggedIn: false })).toBe(true)
  })
})
