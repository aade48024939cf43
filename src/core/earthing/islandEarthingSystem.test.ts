import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { VERDICTS } from '../rules/verdict'
import {
  BOND_PLACES,
  type IslandEarthing,
  METAL_SERVICES,
  SUPPLIER_EARTHS,
  SUPPLY_SYSTEMS,
  islandEarthingSystem,
} from './islandEarthingSystem'

const orNull = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null })
const anything: fc.Arbitrary<IslandEarthing> = fc.record({
  bonds: orNull(fc.subarray([...BOND_PLACES])),
  supplySystem: orNull(fc.constantFrom(...SUPPLY_SYSTEMS)),
  supplierEarth: orNull(fc.constantFrom(...SUPPLIER_EARTHS)),
  electrode: orNull(fc.boolean()),
  metalServices: orNull(fc.constantFrom(...METAL_SERVICES)),
  partingRated: orNull(fc.boolean()),
  partingPermitted: orNull(fc.boolean()),
  makerFloating: orNull(fc.boolean()),
  insulationMonitor: orNull(fc.boolean()),
  designerNote: orNull(fc.boolean()),
  circuits: orNull(fc.nat(3)),
  sockets: orNull(fc.nat(3)),
})
const NEEDED = ['bonds', 'supplySystem', 'electrode', 'metalServices'] as const

describe('the earthing system in island mode', () => {
  it('is never better for knowing less', () => {
    fc.assert(
      fc.property(
        anything,
        fc.constantFrom(...NEEDED, 'partingRated' as const, 'partingPermitted' as const),
        (facts, key) => {
          const less = islandEarthingSystem({ ...facts, [key]: null }).verdict
          if (islandEarthingSystem(facts).verdict === 'proven' && NEEDED.includes(key as never))
            expect(less).toBe('open')
          else expect(VERDICTS).toContain(less)
        },
      ),
    )
  })

  it('is never Proven without exactly one bond of the house’s own and an electrode of its own', () => {
    fc.assert(
      fc.property(anything, (facts) => {
        const { verdict } = islandEarthingSystem(facts)
        if (verdict !== 'proven') return
        expect(facts.electrode).toBe(true)
        expect(facts.bonds).toHaveLength(1)
        expect(facts.bonds).not.toContain('supplier')
      }),
      { numRuns: 2000 },
    )
  })

  it('never takes a maker’s statement as proof', () => {
    fc.assert(
      fc.property(anything, (facts) => {
        expect(islandEarthingSystem({ ...facts, bonds: [], makerFloating: true }).bondVerdict).not.toBe('proven')
      }),
    )
  })
})
