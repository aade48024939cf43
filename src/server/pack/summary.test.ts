import { describe, expect, it } from 'vitest'
import { house, reading, readyForFirstIsland, recordOf } from '../../../tests/support/house'
import { pointsToShow } from '@/core/evidence/bench'
import { packSummary } from './summary'

const FACTS = { place: 'Nowhere', crewName: 'Test crew', sealedAt: '2026-05-01T12:00:00.000Z' }
const of = (readings = readyForFirstIsland(), change = {}) =>
  packSummary({ ...recordOf(house(), readings), ...change }, FACTS)

describe('what a pack says in short', () => {
  it('counts every point once', () => {
    const { summary, bench } = of()
    expect(Object.values(summary.counts).reduce((sum, n) => sum + n, 0)).toBe(pointsToShow(bench).length)
    expect(summary.open).toHaveLength(summary.counts.open)
    expect(summary.stopped).toHaveLength(summary.counts.stop)
  })

  it('lists what is stopped with its stage and reason', () => {
    const { summary } = of([reading('outage.bypass', 'answer', 'closed')])
    expect(summary.stopped).toEqual([
      {
        stage: 'Outage',
        label: 'Maintenance bypass is open',
        why: expect.stringContaining('the island would feed the street'),
      },
    ])
  })

  it('repeats each override with who, when and why', () => {
    const override = {
      id: 'o',
      step: 'firstIsland' as const,
      condition: 'told',
      reason: 'nobody is in the house',
      byName: 'Lead',
      at: '2026-05-01T10:00:00Z',
    }
    expect(of([], { overrides: [override] }).summary.overrides).toEqual([
      {
        step: 'firstIsland',
        condition: 'told',
        reason: 'nobody is in the house',
        byName: 'Lead',
        at: '2026-05-01T10:00:00Z',
      },
    ])
  })

  it('gives the gap of the standing recording, and its class', () => {
    const first = reading('outage.gap', 'recording', 90, { unit: 'ms', detail: { sampleRateHz: 8000 } })
    const second = reading('outage.gap', 'recording', 2500, { unit: 'ms', detail: { sampleRateHz: 8000 } })
    expect(of([first, second]).summary).toMatchObject({ gapMs: 2500, gapClass: 'pause' })
    expect(of([]).summary).toMatchObject({ gapMs: null, gapClass: null })
  })

  it('works the runtime out, from the reserve and from full', () => {
    const { runtime } = of().summary
    expect(runtime).toEqual({
      loadW: expect.closeTo(220, 6),
      reserveH: expect.closeTo((9600 * 0.95 * 0.35) / 250, 6),
      usualH: expect.closeTo((9600 * 0.95 * 0.65) / 250, 6),
      fullH: expect.closeTo((9600 * 0.95 * 0.95) / 250, 6),
    })
  })

  it('names what to turn off first by its name, not its tag', () => {
    const small = house({ loads: [{ ...house().loads[1]!, duty: 1, powerW: 6000 }] })
    expect(packSummary(recordOf(small), FACTS).summary.turnOffFirst).toEqual(['Oven'])
  })
})
