import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { electrodeDesign } from './electrodeDesign'

describe('what reaches a target', () => {
  it('is nothing while the soil is not known', () => {
    expect(electrodeDesign({ soilOhmM: null, targetOhm: 100, seasonalFactor: 1.5 })).toEqual([])
  })

  it('reaches it in a dry season too, or says that it does not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 5000, noNaN: true }),
        fc.constantFrom(20, 50, 100, 200),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (soilOhmM, targetOhm, seasonalFactor) => {
          const options = electrodeDesign({ soilOhmM, targetOhm, seasonalFactor })
          expect(options).toHaveLength(4)
          for (const { resistanceOhm, reached } of options)
            expect(resistanceOhm * seasonalFactor <= targetOhm * (1 + 1e-9)).toBe(reached)
          const firstNot = options.findIndex(({ reached }) => !reached)
          if (firstNot >= 0) expect(options.slice(firstNot).some(({ reached }) => reached)).toBe(false)
        },
      ),
    )
  })

  it('asks for more in drier soil', () => {
    const rods = (soilOhmM: number) =>
      electrodeDesign({ soilOhmM, targetOhm: 50, seasonalFactor: 1.5 }).find(({ kind }) => kind === 'rods')
    expect([rods(50)?.count, rods(200)?.count, rods(2000)?.reached]).toEqual([1, 3, false])
  })

  it('refuses a target of nothing, and a season that makes the ground wetter', () => {
    expect(() => electrodeDesign({ soilOhmM: 100, targetOhm: 0, seasonalFactor: 1.5 })).toThrow(RangeError)
    expect(() => electrodeDesign({ soilOhmM: 100, targetOhm: 50, seasonalFactor: 0.5 })).toThrow(RangeError)
  })
})
