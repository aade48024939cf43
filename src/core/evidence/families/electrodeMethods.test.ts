import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anElectrode, house, reading, recordOf } from '../../../../tests/support/house'
import type { ElectrodeMethod } from '../../installation/installation'
import { benchOf } from '../bench'
import { MEASURING_METHODS } from './electrodeMethods'

const KEY = 'earth.electrode.e1'
type Answers = Readonly<Record<string, number | string>>

/** The electrode's point as it is judged with these answers, each a minute after the one before. */
const judged = (method: ElectrodeMethod, answers: Answers, change: Parameters<typeof anElectrode>[0] = {}) => {
  const readings = Object.entries(answers).map(([slot, answer], k) =>
    reading(KEY, slot, answer, { recordedAt: `2026-11-20T10:${String(k).padStart(2, '0')}:00.000Z` }),
  )
  return benchOf(recordOf(house({ electrodes: [anElectrode({ method, ...change })] }), readings)).judgements.get(KEY)
}

describe('the slope method', () => {
  const READ = { clamp: 0.1, distance: 20, r20: 14.2, r40: 17.1, r60: 19.8 }

  it('says where the probe reads true, and takes what is read there for the resistance', () => {
    expect(judged('slope', READ)).toMatchObject({
      verdict: 'open',
      value: null,
      why: expect.stringMatching(/put the probe at 55\.6.%, 11\.1.m/) as string,
    })
    expect(judged('slope', { ...READ, rTrue: 19.2 })).toMatchObject({
      verdict: 'proven',
      value: expect.stringMatching(/^19\.2.Ω$/) as string,
      why: expect.stringMatching(/^Slope 0\.931, read at 55\.6.%, 11\.1.m, about 28\.8.Ω in a dry season\.$/) as string,
    })
  })

  it('is held against the target like any other', () => {
    expect(judged('slope', { ...READ, rTrue: 19.2 }, { targetOhm: 20 })?.verdict).toBe('watch')
  })

  it.each([
    ['a slope outside its bounds', { ...READ, r60: 30, rTrue: 20 }, /the distance is too short/],
    ['no slope at all', { ...READ, r40: 14.2, rTrue: 14.2 }, /there is no slope/],
    ['a reading that does not lie among the others', { ...READ, rTrue: 192 }, /does not lie among the three/],
    ['a distance that nobody said', { clamp: 0.1, r20: 14.2, r40: 17.1, r60: 19.8, rTrue: 19.2 }, /is not said/],
    ['two readings', { clamp: 0.1, distance: 20, r20: 14.2, r40: 17.1, rTrue: 19.2 }, /Read at 20, 40 and 60 %/],
    ['no clamp reading', { distance: 20, r20: 14.2, r40: 17.1, r60: 19.8, rTrue: 19.2 }, /Clamp the electrode/],
  ])('is Open with %s', (_, answers, why) => {
    expect(judged('slope', answers)).toMatchObject({ verdict: 'open', why: expect.stringMatching(why) as string })
  })

  it('is stopped by current in the conductor that it opens', () => {
    expect(judged('slope', { ...READ, clamp: 0.6, rTrue: 19.2 })?.verdict).toBe('stop')
  })
})

describe('the clamp-on meter', () => {
  const READ = { clamp: 0.1, loop: 18, parallel: 'yes', supplier: 'yes' }

  it('is weak evidence, and only where the loop is closed through the supplier’s earth', () => {
    expect(judged('clampOn', READ)?.verdict).toBe('watch')
    for (const slot of ['parallel', 'supplier'])
      expect(judged('clampOn', { ...READ, [slot]: 'no' })).toMatchObject({
        verdict: 'open',
        value: null,
        why: expect.stringMatching(/Measure with probes/) as string,
      })
  })

  it('is above the target or it is not', () => {
    expect(judged('clampOn', { ...READ, loop: 120 })?.verdict).toBe('stop')
    expect(judged('clampOn', { ...READ, loop: 0 })?.verdict).toBe('stop')
  })

  it('opens nothing: its own clamp reading forbids nothing', () => {
    expect(judged('clampOn', { ...READ, clamp: 0.6 })?.verdict).toBe('watch')
  })
})

describe('an electrode', () => {
  it('is never Proven by readings of another method', () => {
    const threeRead = { clamp: 0.1, r52: 39, r618: 40, r72: 41 }
    expect(judged('threePoint', threeRead)?.verdict).toBe('proven')
    expect(judged('slope', threeRead)).toMatchObject({ verdict: 'open', value: null })
    expect(judged('clampOn', threeRead)).toMatchObject({ verdict: 'open', value: null })
  })

  it('keeps its last resistance for what a current in it means, by whichever method it was read', () => {
    const record = (method: ElectrodeMethod, slot: string) =>
      benchOf(
        recordOf(house({ electrodes: [anElectrode({ method })] }), [
          reading('earth.current', 'now', 0.9),
          reading(KEY, slot, 60),
        ]),
      ).judgements.get('earth.current')?.verdict
    expect([record('threePoint', 'r618'), record('slope', 'rTrue'), record('clampOn', 'loop')]).toEqual([
      'stop',
      'stop',
      'stop',
    ])
  })

  it('does not become better for an answer that is taken away, by any method', () => {
    const RANK = ['stop', 'open', 'watch', 'proven']
    const ohm = fc.constantFrom(0, 5, 14.2, 17.1, 19.8, 60, 150)
    for (const method of ['slope', 'clampOn'] as const) {
      const slots = ['clamp', ...MEASURING_METHODS[method].slots.map(({ id }) => id)]
      fc.assert(
        fc.property(fc.array(ohm, { minLength: 7, maxLength: 7 }), fc.nat(slots.length - 1), (figures, gone) => {
          const answers = Object.fromEntries(
            slots.map((slot, k): [string, number | string] => {
              const figure = figures[k] ?? 0
              return [slot, slot === 'parallel' || slot === 'supplier' ? (figure > 15 ? 'yes' : 'no') : figure]
            }),
          )
          const less = Object.fromEntries(Object.entries(answers).filter(([slot]) => slot !== slots[gone]))
          const [whole, part] = [judged(method, answers)?.verdict ?? '', judged(method, less)?.verdict ?? '']
          // one answer fewer may leave a danger unseen, and never proves what the whole did not
          if (part === 'proven') expect(RANK.indexOf(whole)).toBe(RANK.indexOf('proven'))
        }),
        { numRuns: 150 },
      )
    }
  })
})
