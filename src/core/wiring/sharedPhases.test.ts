import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aCircuit } from '../../../tests/support/house'
import type { Circuit } from '../installation/installation'
import type { Phase } from '../rules/rulePack'
import { sharedPhases } from './sharedPhases'

const PHASES = ['L1', 'L2', 'L3'] as const
const on = (phase: Circuit['phase'], ...tags: string[]) => tags.map((tag) => aCircuit({ id: tag, tag, phase }))
const by =
  (watts: Readonly<Record<string, number>>) =>
  ({ tag }: Circuit): number | null =>
    watts[tag] ?? null

describe('the phases of a board', () => {
  it('are shared with the smallest largest load, by the fewest changes', () => {
    const watts = { c1: 3000, c2: 2000, c3: 2000, c4: 1000 }
    const shared = sharedPhases(on('L1', 'c1', 'c2', 'c3', 'c4'), by(watts), PHASES)
    // the heaviest alone on a phase is the least there can be, and the lightest may stay with one of the others
    expect(shared).toMatchObject({ kind: 'shared', largestBeforeW: 8000, largestW: 3000 })
    expect(shared.kind === 'shared' && shared.changes.length).toBe(2)
  })
  it('stay as they are where no other sharing is better', () => {
    const circuits = [...on('L2', 'c1'), ...on('L1', 'c2'), ...on('L3', 'c3')]
    const shared = sharedPhases(circuits, by({ c1: 3000, c2: 10, c3: 10 }), PHASES)
    expect(shared).toMatchObject({ kind: 'shared', changes: [] })
  })
  it('count what stands on all of them, and leave it there', () => {
    const circuits = [...on('all', 'hob'), ...on('L1', 'c1', 'c2')]
    const shared = sharedPhases(circuits, by({ hob: 3000, c1: 500, c2: 500 }), PHASES)
    expect(shared).toMatchObject({ largestBeforeW: 2000, largestW: 1500, changes: [{ tag: 'c2', phase: 'L2' }] })
  })
  it('are open while nobody listed the loads of a circuit', () => {
    expect(sharedPhases(on('L1', 'c1', 'c2'), by({ c1: 100 }), PHASES)).toEqual({ kind: 'open', tags: ['c2'] })
  })
  it('are given up on in words where it would take too long', () => {
    const tags = Array.from({ length: 60 }, (_, k) => `c${k}`)
    const watts = Object.fromEntries(tags.map((tag, k) => [tag, 1000 + ((k * 7919) % 997) + 1 / (k + 3)]))
    expect(sharedPhases(on('L1', ...tags), by(watts), PHASES).kind).toBe('tooMany')
  })
  it('never get worse, and a second time nothing changes', () => {
    const circuits = fc.array(
      fc.tuple(fc.constantFrom<Circuit['phase']>('L1', 'L2', 'L3', 'all'), fc.integer({ min: 0, max: 4000 })),
      { maxLength: 9 },
    )
    fc.assert(
      fc.property(circuits, (drawn) => {
        const list = drawn.map(([phase], k) => aCircuit({ id: `c${k}`, tag: `c${k}`, phase }))
        const loadW = ({ tag }: Circuit) => drawn[Number(tag.slice(1))]?.[1] ?? null
        const first = sharedPhases(list, loadW, PHASES)
        if (first.kind !== 'shared') throw new Error(first.kind)
        expect(first.largestW).toBeLessThanOrEqual(first.largestBeforeW + 1e-6)
        const phaseOf = (tag: string): Phase | undefined => first.changes.find((one) => one.tag === tag)?.phase
        const after = list.map((circuit) => ({ ...circuit, phase: phaseOf(circuit.tag) ?? circuit.phase }))
        const second = sharedPhases(after, loadW, PHASES)
        expect(second).toMatchObject({ kind: 'shared', changes: [] })
      }),
    )
  })
})
