import { describe, expect, it } from 'vitest'
import { house, reading, recordOf, tester } from '../../../../tests/support/house'
import type { RulePackId } from '../../rules/rulePack'
import { benchOf } from '../bench'
import type { Point } from '../point'
import type { Reading } from '../reading'

const bench = (packId: RulePackId, readings: Reading[] = []) =>
  benchOf(recordOf(house({ packId, runs: packId === 'na-split-240' ? [] : house().runs }), readings))
const point = (packId: RulePackId, key: string) => bench(packId).points.find((one) => one.key === key) as Point
const verdict = (packId: RulePackId, key: string, readings: Reading[]) => bench(packId, readings).judgements.get(key)

type Changed = Readonly<Record<string, number | string | null>>
const usualVolts = (key: string, label: string, { lineToLine = 0, lineToNeutral = 0 }: Changed) =>
  key.endsWith('.dead') || label.includes('still dead') ? 0 : /L\d to L\d/.test(label) ? lineToLine : lineToNeutral

/** Every slot read as it should be, but for what a test changes. */
function sound({ key, slots }: Point, change: Changed = {}): Reading[] {
  return slots.flatMap(({ id, input, label }) => {
    const usual = input.kind === 'word' ? (Object.keys(input.words)[0] ?? 'yes') : usualVolts(key, label, change)
    const value = id in change ? change[id] : usual
    return value === null || value === undefined ? [] : [reading(key, id, value)]
  })
}

describe('proving dead', () => {
  it.each([
    ['iec-1ph-230', 3],
    ['na-split-240', 6],
    ['iec-3ph-400', 10],
  ] as const)(
    'in %s asks every pole to every other and to earth, on a tester proven before and after',
    (packId, pairs) => {
      const dead = point(packId, 'wire.live.dead')
      const places = new Set(dead.slots.filter(({ id }) => !id.startsWith('tester')).map(({ id }) => id.split(' ')[0]))
      expect(dead.slots.filter(({ id }) => !id.startsWith('tester'))).toHaveLength(places.size * pairs)
      expect([dead.slots[0]?.id, dead.slots.at(-1)?.id]).toEqual(['tester before', 'tester after'])
      expect(verdict(packId, dead.key, sound(dead))?.verdict).toBe('proven')
      const [, first] = dead.slots
      expect(verdict(packId, dead.key, sound(dead, { [first?.id ?? '']: 48 }))?.verdict).toBe('stop')
      expect(verdict(packId, dead.key, sound(dead, { 'tester after': null }))?.verdict).toBe('open')
      expect(verdict(packId, dead.key, sound(dead, { 'tester after': 'no' }))?.verdict).toBe('stop')
    },
  )
})

describe('reading the supply', () => {
  const VOLTS = {
    'iec-1ph-230': { lineToNeutral: 230, lineToLine: 0 },
    'na-split-240': { lineToNeutral: 120, lineToLine: 240 },
    'iec-3ph-400': { lineToNeutral: 230, lineToLine: 400 },
  } as const
  const supply = (packId: RulePackId, change: Record<string, number | string | null> = {}) => {
    const one = point(packId, 'wire.live.supply')
    return verdict(packId, one.key, sound(one, { ...VOLTS[packId], ...change }))?.verdict
  }
  const slot = (packId: RulePackId, end: string) =>
    point(packId, 'wire.live.supply').slots.find(({ id }) => id.endsWith(end))?.id ?? 'none'
  it('reads line to line too, and both legs have to differ', () => {
    expect(supply('na-split-240')).toBe('proven')
    // both legs on one leg: each reads 120 V to neutral, and nothing to each other
    expect(supply('na-split-240', { [slot('na-split-240', 'L1-L2')]: 0 })).toBe('stop')
    expect(supply('na-split-240', { [slot('na-split-240', 'L1-L2')]: null })).toBe('open')
    expect(supply('iec-3ph-400')).toBe('proven')
    expect(supply('iec-3ph-400', { [slot('iec-3ph-400', 'L2-L3')]: 230 })).toBe('stop')
    expect(supply('iec-1ph-230')).toBe('proven')
  })
  it('asks the rotation of three phases', () => {
    expect(supply('iec-3ph-400', { [slot('iec-3ph-400', 'rotation')]: 'left' })).toBe('stop')
    expect(supply('iec-3ph-400', { [slot('iec-3ph-400', 'rotation')]: null })).toBe('open')
    expect(slot('na-split-240', 'rotation')).toBe('none')
  })
})

describe('the electrode’s clamp reading', () => {
  const at = (hour: number, day = 2) => ({ recordedAt: new Date(Date.UTC(2026, 2, day, hour)).toISOString() })
  const probes = (hour: number) =>
    ['r52', 'r618', 'r72'].map((slot) => reading('earth.electrode.e1', slot, 30, at(hour)))
  const electrode = (...readings: Reading[]) => bench('iec-1ph-230', readings).judgements.get('earth.electrode.e1')
  it('counts before the conductor is opened, on the same visit, and not otherwise', () => {
    const clamp = (hour: number, day?: number) => reading('earth.electrode.e1', 'clamp', 0.1, at(hour, day))
    expect(electrode(clamp(9), ...probes(10))?.verdict).toBe('proven')
    expect(electrode(...probes(10))?.verdict).toBe('open')
    expect(electrode(...probes(10), clamp(11))).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('after the electrode was opened'),
    })
    expect(electrode(clamp(9, 1), ...probes(10))).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('another visit'),
    })
  })
})

describe('the bond in island mode', () => {
  const volts = () => [
    reading('earth.islandBond', 'ln', 230),
    reading('earth.islandBond', 'le', 229),
    reading('earth.islandBond', 'ne', 0.5, { instrumentId: tester.id }),
  ]
  const bond = (slot: string, value: number | string) =>
    bench('iec-1ph-230', [...volts(), reading('earth.rcd.c1.island', slot, value)]).judgements.get('earth.islandBond')
      ?.verdict
  it('is Proven only with a trip that itself passes its limits', () => {
    expect([bond('x1', 24), bond('x1', 320), bond('x5', 41), bond('ramp', 22), bond('ramp', 33)]).toEqual([
      'proven',
      'watch',
      'watch',
      'proven',
      'watch',
    ])
    expect(bond('x1', 'none')).toBe('stop')
  })
})
