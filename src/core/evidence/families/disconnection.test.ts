import { describe, expect, it } from 'vitest'
import { aCircuit, declared, house, reading, recordOf } from '../../../../tests/support/house'
import type { Circuit } from '../../installation/installation'
import { benchOf } from '../bench'

const KEY = 'earth.disconnection.c9'
const bare = (change: Partial<Circuit> = {}) =>
  aCircuit({ id: 'k9', tag: 'c9', name: 'Workshop', iDeltaNMa: null, breakerA: 6, curve: 'B', ...change })

const judged = (
  grid: number | null,
  island: number | null,
  { circuit = {}, change = {} }: { circuit?: Partial<Circuit>; change?: object } = {},
) => {
  const built = house({ circuits: [bare(circuit)], ...change })
  const readings = [
    ...(grid === null ? [] : [reading(KEY, 'grid', grid)]),
    ...(island === null ? [] : [reading(KEY, 'island', island)]),
  ]
  return benchOf(recordOf(built, readings)).judgements.get(KEY)
}

/** A 6 A breaker of curve B trips at 30 A; the maker has stated more. */
const DECLARED = { change: { survey: [declared('faultCurrent', '60 A')] } }

describe('a circuit that its breaker alone protects', () => {
  it('is cut off on the street with a low loop, and by a battery that gives ten times its breaker', () => {
    expect(judged(0.5, 0.9, DECLARED)?.verdict).toBe('proven')
  })

  it.each([
    ['either loop', null, null, {}],
    ['the loop on the street', null, 0.9, {}],
    ['its breaker', 0.5, 0.9, { circuit: { breakerA: null } }],
    ['the curve of its breaker', 0.5, 0.9, { circuit: { curve: null } }],
  ] as const)('is Open without %s', (_what, grid, island, change) => {
    expect(judged(grid, island, { ...DECLARED, ...change })?.verdict).toBe('open')
  })

  it('is stopped where the source gives less than its breaker asks for, and Open where nobody knows what it gives', () => {
    expect(judged(0.5, 0.9, { change: { survey: [declared('faultCurrent', '20 A')] } })?.verdict).toBe('stop')
    const [unit] = house().sources.units
    const unknown = { ...house().sources, units: [{ ...unit!, inverterAcW: null }] }
    expect(judged(0.5, null, { change: { sources: unknown } })?.verdict).toBe('open')
    // a loop alone is what electronic sources fool a tester with
    expect(judged(0.5, 0.9, { change: { sources: unknown } })?.verdict).toBe('watch')
  })

  it('is stopped by a loop on the street that its breaker never trips on, in whatever mode', () => {
    expect(judged(20, 0.9, DECLARED)?.verdict).toBe('stop')
  })

  it('is at most Watch where the loop in island mode reads as on the street', () => {
    const judgement = judged(0.5, 0.5, DECLARED)
    expect(judgement?.verdict).not.toBe('proven')
    expect(judgement?.why).toContain('did not notice the change of source')
  })

  it('is asked of no circuit that is not backed up, or has a residual-current device', () => {
    expect(judged(0.5, 0.9, { circuit: { backedUp: false } })).toBeUndefined()
    expect(judged(0.5, 0.9, { circuit: { iDeltaNMa: 30 } })).toBeUndefined()
  })
})
