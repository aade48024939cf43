import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ValidationError } from 'yup'
import { FIT_KINDS, type FitKind } from '@/core/installation/fit'
import { FIT_SCHEMAS, fitContradiction } from './fit'
import { FIT_FIELDS, FIT_WORDS } from './fitFields'
import type { FieldSpec } from './fieldSpec'

/** A value that a field takes, made from its own description. */
function aValue({ kind, options, min = 0, max }: FieldSpec): unknown {
  switch (kind) {
    case 'flag':
      return true
    case 'choice':
      return Object.keys(options ?? {})[0]
    case 'date':
      return '2026-05-01'
    case 'number':
    case 'percent':
    case 'clock':
      return Math.min(max ?? min + 1, min + 1)
    default:
      return 'a1'
  }
}
const whole = (kind: FitKind) => ({
  tag: 'x1',
  name: 'Thing',
  sort: 0,
  ...Object.fromEntries(FIT_FIELDS[kind].map((spec) => [spec.name, aValue(spec)])),
})
const issues = (kind: FitKind, fields: object): string[] => {
  try {
    FIT_SCHEMAS[kind].validateSync(fields, { abortEarly: false })
    return []
  } catch (error) {
    if (error instanceof ValidationError) return error.inner.map(({ path }) => path ?? '')
    throw error
  }
}

describe.each(FIT_KINDS)('the schema of a %s', (kind) => {
  it('takes what its fields describe, and blanks only where they may be blank', () => {
    expect(issues(kind, whole(kind))).toEqual([])
    for (const { name, optional } of FIT_FIELDS[kind])
      expect(issues(kind, { ...whole(kind), [name]: null }).length > 0, name).toBe(!optional)
    expect(FIT_WORDS[kind].tag).toMatch(/^[a-z]+$/)
  })
  it('refuses figures outside their bounds and of the wrong kind, each by its name', () => {
    for (const spec of FIT_FIELDS[kind]) {
      if (spec.kind !== 'number' && spec.kind !== 'clock') continue
      expect(issues(kind, { ...whole(kind), [spec.name]: (spec.min ?? 0) - 1 }), spec.name).toEqual([spec.name])
      if (spec.max !== undefined)
        expect(issues(kind, { ...whole(kind), [spec.name]: spec.max + 1 }), spec.name).toEqual([spec.name])
      for (const wrong of ['12', Number.NaN, Infinity, {}])
        expect(issues(kind, { ...whole(kind), [spec.name]: wrong }), spec.name).toContain(spec.name)
    }
  })
  it('never throws anything but issues, whatever is sent', () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom('tag', 'name', 'sort', ...FIT_FIELDS[kind].map(({ name }) => name)),
          fc.anything(),
        ),
        (fields) => {
          expect(Array.isArray(issues(kind, fields))).toBe(true)
        },
      ),
      { numRuns: 40 },
    )
  })
})

describe('what contradicts itself within one thing', () => {
  it.each([
    ['person', { fromMin: 600, toMin: 600 }, 'toMin'],
    ['visit', { fromMin: 600, toMin: 500 }, 'toMin'],
    ['dayRules', { powerOffFromMin: 900, powerOffToMin: 800 }, 'powerOffToMin'],
    ['dayRules', { powerOffFromMin: 1, powerOffToMin: 2, dryFromMin: 5, dryToMin: 4 }, 'dryToMin'],
    ['task', { minutes: 0 }, 'minutes'],
    ['unit', { minTempC: 20, maxTempC: 10, xMm: null, yMm: null }, 'maxTempC'],
    ['unit', { xMm: null, yMm: 5 }, 'xMm'],
    ['unit', { xMm: 1, yMm: 1, holes: '1 1\nx' }, 'holes'],
    ['lift', { modulesKg: '20 twenty' }, 'modulesKg'],
  ] as const)('%s %o is named at %s', (kind, fields, path) => {
    expect(fitContradiction(kind, fields)?.path).toBe(path)
  })
  it.each([
    ['person', { fromMin: 480, toMin: 1020 }],
    ['task', { minutes: 5 }],
    ['unit', { xMm: null, yMm: null, holes: null }],
    ['unit', { xMm: 0, yMm: 0, holes: '10 10 8' }],
    ['lift', { modulesKg: '20,5 20' }],
    ['lift', { modulesKg: null }],
    ['snag', {}],
  ] as const)('%s %o is sound', (kind, fields) => {
    expect(fitContradiction(kind, fields)).toBeNull()
  })
})
