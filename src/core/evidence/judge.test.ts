import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aFitUnit, house, reading, recordOf, tester } from '../../../tests/support/house'
import type { Replacement } from '../installation/fit'
import { benchOf } from './bench'
import { type JobRecord, judgeWith } from './judge'
import type { Point, Slot } from './point'
import { pointsOf } from './points'
import { type Reading, WITHDRAWN } from './reading'

const installation = house({ fit: [aFitUnit({ componentTag: 'inv1', torqueNm: 10 })] })
const points = pointsOf(installation)
const typed = points.flatMap((point) => point.slots.map((slot) => ({ point, slot })))

const day = (k: number) => new Date(Date.UTC(2026, 0, 1) + k * 60_000).toISOString()

/** A random reading on a random slot: mostly sensible, sometimes not. */
const aReading = fc
  .record({
    target: fc.constantFrom(...typed),
    number: fc.oneof(
      fc.constantFrom(0, 0.4, 1, 12, 24, 40, 200, 230, -3),
      fc.double({ min: -10, max: 600, noNaN: true }),
    ),
    word: fc.nat(20),
    minute: fc.nat(500),
    bound: fc.constantFrom(null, null, null, 'above', 'below'),
    tool: fc.boolean(),
    taken: fc.nat(12),
  })
  .map(({ target: { point, slot }, number, word, minute, bound, tool, taken }) =>
    reading(point.key, slot.id, taken === 0 ? WITHDRAWN : valueOf(slot, number, word), {
      recordedAt: day(minute),
      detail: bound === null ? null : { bound },
      instrumentId: tool ? tester.id : null,
    }),
  )

function valueOf({ input }: Slot, number: number, word: number): number | string {
  if (input.kind === 'text') return `S${word}`
  if (input.kind !== 'word') return number
  const words = Object.keys(input.words)
  return words[word % words.length] ?? 'yes'
}

const aReplacement = fc.nat(500).map((minute): Replacement => ({
  id: `x${minute}`,
  componentTag: 'inv1',
  oldSerial: null,
  cause: 'damaged',
  reason: 'fell',
  replacedAt: day(minute),
  replacedByName: 'Lead',
}))

/** Some readings correct others, as a ledger has it. */
const withCorrections = (readings: readonly Reading[], pairs: readonly [number, number][]): Reading[] =>
  readings.map((one, k) => {
    const corrected = pairs.find(([by]) => by % readings.length === k)?.[1]
    const other = corrected === undefined ? undefined : readings[corrected % readings.length]
    return other && other !== one && other.pointKey === one.pointKey && other.slot === one.slot
      ? { ...one, supersedes: other.id, supersedeReason: 'read wrong' }
      : one
  })

const aRecord = fc
  .record({
    readings: fc.array(aReading, { maxLength: 40 }),
    pairs: fc.array(fc.tuple(fc.nat(40), fc.nat(40)), { maxLength: 6 }),
    replacements: fc.array(aReplacement, { maxLength: 2 }),
    lapsed: fc.boolean(),
  })
  .map(({ readings, pairs, replacements, lapsed }): JobRecord => ({
    ...recordOf(installation, withCorrections(readings, pairs)),
    replacements,
    instruments: [
      lapsed ? { ...tester, certificates: [{ calibratedOn: null, dueOn: '2026-01-01', number: null }] } : tester,
    ],
  }))

describe('the verdict while typing', () => {
  it('is the bench’s own of the record with the reading, whatever stands in the record', () => {
    let replaced = 0
    fc.assert(
      fc.property(aRecord, aReading, (record, next) => {
        const point = points.find(({ key }) => key === next.pointKey) as Point
        const bench = benchOf({ ...record, readings: [...record.readings, next] })
        expect(judgeWith(record, point, next)).toEqual(bench.judgements.get(point.key))
        if (record.replacements.length > 0) replaced++
      }),
      { seed: 7, numRuns: 300 },
    )
    expect(replaced).toBeGreaterThan(50)
  })
  it('does not take what an old component showed for the new one', () => {
    const record: JobRecord = {
      ...recordOf(installation, [
        reading('earth.islandBond', 'ln', 230, { recordedAt: day(1) }),
        reading('earth.islandBond', 'le', 229, { recordedAt: day(1) }),
        reading('earth.rcd.c1.island', 'x1', 24, { recordedAt: day(1) }),
      ]),
      replacements: [{ ...({} as Replacement), id: 'x', componentTag: 'inv1', cause: 'damaged', replacedAt: day(2) }],
    }
    const point = points.find(({ key }) => key === 'earth.islandBond') as Point
    const now = reading('earth.islandBond', 'ne', 0.4, { recordedAt: day(3), instrumentId: tester.id })
    expect(judgeWith(record, point, now).verdict).toBe('open')
    expect(judgeWith({ ...record, replacements: [] }, point, now).verdict).toBe('proven')
  })
})

describe('a figure that counts for nothing', () => {
  it.each([
    ['earth.rcd.c1.grid', 'x1', -5, null],
    ['earth.rcd.c1.grid', 'x1', 20, 'below'],
    ['wire.dead.circuit.c1', 'earth', -0.4, null],
    ['wire.loop.w1', 'loop', -0.04, null],
    ['earth.electrode.e1', 'r618', 20, 'above'],
    ['outage.islandSource', 'frequency', 49, 'above'],
  ])('%s %s at %d (%s) is Open, and says so', (key, slot, value, bound) => {
    const judged = benchOf(
      recordOf(installation, [reading(key, slot, value, { detail: bound === null ? null : { bound } })]),
    ).judgements.get(key)
    expect(judged?.verdict).toBe('open')
    expect(judged?.why).toMatch(/cannot be|no figure to reckon with/)
  })
})
