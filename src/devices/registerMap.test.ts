import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  REGISTER_MODELS,
  RegisterRangeError,
  UNIT_MODELS,
  decodePoint,
  encodePoint,
  lengthOf,
  registersIn,
} from './registerMap'
import { registerTable } from './registerTable'

const models = [...REGISTER_MODELS, ...UNIT_MODELS]
const points = models.flatMap((model) => model.points)

describe('the register map', () => {
  it('gives back what was put in, for every point and every value it can hold', () => {
    fc.assert(
      fc.property(fc.constantFrom(...points), fc.integer({ min: -40_000, max: 70_000 }), (point, raw) => {
        const value = raw * 10 ** point.scale
        try {
          const words = encodePoint(point, value)
          expect(words).toHaveLength(registersIn(point.type))
          expect(words.every((word) => word >= 0 && word <= 0xffff)).toBe(true)
          expect(decodePoint({ ...point, at: 0 }, words)).toBeCloseTo(value, 6)
        } catch (error) {
          if (!(error instanceof RegisterRangeError)) throw error
          expect(raw < 0 || raw > 0x7fff).toBe(true)
        }
      }),
    )
  })
  it('has a way of saying nothing for every point, and says nothing for half of one', () => {
    for (const point of points) {
      const none = encodePoint(point, null)
      expect(decodePoint({ ...point, at: 0 }, none)).toBeNull()
      expect(decodePoint({ ...point, at: 0 }, none.slice(1))).toBeNull()
    }
  })
  it('lays no two points of a model over each other, and names each key once among the settings', () => {
    for (const model of models) {
      const taken = model.points.flatMap(({ at, type }) => Array.from({ length: registersIn(type) }, (_, k) => at + k))
      expect(new Set(taken).size).toBe(taken.length)
      expect(Math.max(...taken) + 1).toBe(lengthOf(model))
    }
    const keys = REGISTER_MODELS.flatMap((model) => model.points.map(({ key }) => key))
    expect(new Set(keys).size).toBe(keys.length)
    expect(new Set(models.map(({ id }) => id)).size).toBe(models.length)
  })
  it('is the one that its document describes', () => {
    expect(readFileSync('docs/formats/gateway-registers.md', 'utf8')).toContain(registerTable())
  })
})
