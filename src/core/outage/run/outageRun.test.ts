import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aMark } from '../../../../tests/support/marks'
import { betweenMarks } from './betweenMarks'
import { MARK_KINDS, faultOfMark } from './outageMark'
import { outageRunsOf, seenGap } from './outageRun'

const run = (...marks: Parameters<typeof aMark>[]) => outageRunsOf(marks.map((one) => aMark(...one)))[0]

describe('the time between two taps', () => {
  it('of one phone needs no other clock', () => {
    const bare = { clockOffsetMs: null, clockErrorMs: null }
    expect(betweenMarks(aMark('out', 0, bare), aMark('back', 1.5, bare))).toEqual({ ms: 1500, errorMs: 0 })
  })
  it('of two phones is by the common clock, and their errors add up', () => {
    const here = aMark('out', 0, { device: 'a', clockOffsetMs: 0, clockErrorMs: 20 })
    const there = aMark('back', 3600, { device: 'b', clockOffsetMs: -3_598_000, clockErrorMs: 25 })
    expect(betweenMarks(here, there)).toEqual({ ms: 2000, errorMs: 45 })
  })
  it('is not claimed where a clock was never compared', () => {
    const there = aMark('back', 2, { device: 'b', clockOffsetMs: null, clockErrorMs: null })
    expect(betweenMarks(aMark('out', 0), there)).toBeNull()
    expect(betweenMarks(there, aMark('onStreet', 9))).toBeNull()
  })
  it('is by the common clock where the phone’s own was set in between', () => {
    const before = aMark('out', 0, { clockOffsetMs: 0, clockErrorMs: 10 })
    const after = aMark('back', 3602, { clockOffsetMs: -3_600_000, clockErrorMs: 10 })
    expect(betweenMarks(before, after)).toEqual({ ms: 2000, errorMs: 20 })
  })
  it('does not change with a phone’s clock, as long as its offset says so', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e8, max: 1e8 }), fc.integer({ min: 0, max: 1e6 }), (setByMs, apartMs) => {
        const here = aMark('out', 0, { device: 'a', clockErrorMs: 5 })
        const there = aMark('back', (apartMs + setByMs) / 1000, {
          device: 'b',
          clockOffsetMs: -setByMs,
          clockErrorMs: 5,
        })
        expect(betweenMarks(here, there)).toEqual({ ms: apartMs, errorMs: 10 })
      }),
    )
  })
})

describe('a run', () => {
  it('goes from ready over dark to its own supply, and back to the street', () => {
    const steps = [
      ['begun', -60, { subject: 'loaded' }],
      ['out', 0],
      ['back', 1],
      ['sourceOff', 30, { value: 7000 }],
      ['sourceBack', 60, { subject: 'itself' }],
      ['streetBack', 600],
      ['onStreet', 660],
      ['ended', 700],
    ] as Parameters<typeof aMark>[]
    expect(steps.map((_, k) => run(...steps.slice(0, k + 1))?.phase)).toEqual([
      'ready',
      'dark',
      'island',
      'dark',
      'island',
      'returning',
      'onStreet',
      'ended',
    ])
  })
  it('counts the earlier of two taps for the same thing, and none that was taken back', () => {
    const first = aMark('out', 0)
    const marks = [aMark('begun', -9, { subject: 'loaded' }), first, aMark('out', 0.4, { device: 'b', id: 'later' })]
    expect(outageRunsOf(marks)[0]?.out?.id).toBe(first.id)
    expect(outageRunsOf([...marks, aMark('takenBack', 5, { subject: first.id })])[0]?.out?.id).toBe('later')
  })
  it('whose beginning is not known is practice, and counts for nothing', () => {
    expect(run(['out', 0])?.kind).toBe('practice')
    expect(run(['begun', -9, { subject: 'loaded' }])?.kind).toBe('loaded')
  })
  it('is apart from every other', () => {
    const runs = outageRunsOf([
      aMark('begun', 100, { subject: 'loaded', runId: 'second' }),
      aMark('begun', 0, { subject: 'unloaded', runId: 'first' }),
    ])
    expect(runs.map(({ id, kind }) => [id, kind])).toEqual([
      ['first', 'unloaded'],
      ['second', 'loaded'],
    ])
  })
  it('is the same in whatever order its marks come in', () => {
    const marks = [
      aMark('begun', -9, { subject: 'loaded' }),
      aMark('out', 0),
      aMark('back', 1),
      aMark('loadOn', 20, { subject: 'kettle' }),
      aMark('streetBack', 90),
    ]
    const [straight] = outageRunsOf(marks)
    fc.assert(
      fc.property(fc.shuffledSubarray(marks, { minLength: marks.length }), (shuffled) => {
        expect(outageRunsOf(shuffled)[0]).toEqual(straight)
      }),
    )
  })
})

describe('a gap that was tapped', () => {
  const gapOf = (...marks: Parameters<typeof aMark>[]) => {
    const own = run(...marks)
    return own ? seenGap(own, 300) : null
  }
  it('lies between its taps, wider by the reactions of those who tapped', () => {
    expect(gapOf(['out', 0], ['back', 2])).toEqual({ leastMs: 1700, mostMs: 2300 })
    expect(gapOf(['out', 0], ['back', 0.1])).toEqual({ leastMs: 0, mostMs: 400 })
  })
  it('is wider by the errors of two clocks', () => {
    expect(gapOf(['out', 0, { clockErrorMs: 20 }], ['back', 2, { device: 'b', clockErrorMs: 30 }])).toEqual({
      leastMs: 1650,
      mostMs: 2350,
    })
  })
  it('is none while nobody tapped, where the clocks are strangers, or the wrong way round', () => {
    expect(gapOf(['out', 0])).toBeNull()
    expect(gapOf(['back', 0])).toBeNull()
    expect(gapOf(['out', 0], ['back', 2, { device: 'b', clockOffsetMs: null, clockErrorMs: null }])).toBeNull()
    expect(gapOf(['out', 5], ['back', 0])).toBeNull()
  })
})

describe('a mark', () => {
  it('says what it is of where its kind asks for it', () => {
    expect(faultOfMark({ kind: 'awake', subject: 'kettle', value: null })).toBe(
      'A mark “awake” is of router, internet, app, alarm or doorbell.',
    )
    expect(faultOfMark({ kind: 'loadOn', subject: '', value: null })).toBe('A mark “loadOn” names what it is of.')
    expect(faultOfMark({ kind: 'constructor' as never, subject: null, value: null })).toBe('No mark is called that.')
    expect(faultOfMark({ kind: 'drawn', subject: 'kettle', value: null })).toBe('A mark “drawn” has a figure.')
  })
  it.each(MARK_KINDS)('%s is taken where it says all that it should', (kind) => {
    const subject = { begun: 'loaded', awake: 'router', sourceBack: 'hand' }[kind as string] ?? 'kettle'
    expect(faultOfMark({ kind, subject, value: 50 })).toBeNull()
  })
})
