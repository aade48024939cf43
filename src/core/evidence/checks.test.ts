import { describe, expect, it } from 'vitest'
import { house, reading, recordOf, tester } from '../../../tests/support/house'
import { benchOf } from './bench'
import { type Check, judgeChecks, slotOfCheck } from './checks'
import type { Point } from './point'
import type { Reading } from './reading'

const LEAST = { value: 20, basis: 'Made up for this test.' }
const CHECKS: readonly Check[] = [
  { id: 'clean', label: 'Clean', path: ['clean'], asks: { kind: 'yes', no: 'It is not clean.' } },
  {
    id: 'side',
    label: 'Side',
    path: ['side'],
    asks: {
      kind: 'word',
      answers: {
        left: { typed: ['left'], verdict: 'proven', says: 'On the left.' },
        right: { typed: ['right'], verdict: 'watch', says: 'On the right, which is odd.' },
      },
    },
  },
  {
    id: 'volts',
    label: 'Voltage',
    path: ['volts'],
    asks: { kind: 'figure', unit: 'V', measures: 'voltage', least: LEAST, from: 'the plate' },
  },
]

const point: Point = {
  ...(benchOf(recordOf(house(), [])).points[0] as Point),
  key: 'wire.made.up',
  slots: CHECKS.map(slotOfCheck),
}

type Value = readonly [value: number | string, change?: Partial<Reading>]
const below = { detail: { bound: 'below' } } as const
const above = { detail: { bound: 'above' } } as const

const judged = (values: Readonly<Record<string, Value>>, alsoMissing: readonly string[] = []) => {
  const readings = Object.entries(values).map(([slot, [value, change]]) => reading(point.key, slot, value, change))
  const { context } = benchOf(recordOf(house(), readings))
  return judgeChecks(CHECKS, point, context, { code: 'X-1', alsoMissing })
}

const ALL = { clean: ['yes'], side: ['left'], volts: [230] } as const

describe('a point of checks', () => {
  it('is Proven where all are there and right, with its limit and where that is from', () => {
    expect(judged(ALL)).toEqual({
      code: 'X-1',
      verdict: 'proven',
      value: expect.stringMatching(/^230\sV$/),
      limit: expect.stringMatching(/^Voltage ≥ 20\sV, from the plate$/),
      basis: LEAST.basis,
      why: expect.stringMatching(/^Clean\. On the left\. Voltage 230\sV\.$/),
    })
  })

  it.each(Object.keys(ALL))('is Open without %s, and names it', (slot) => {
    const { [slot as keyof typeof ALL]: _gone, ...rest } = ALL
    const label = CHECKS.find(({ id }) => id === slot)?.label ?? ''
    const judgement = judged(rest)
    expect(judgement).toMatchObject({ verdict: 'open', soFar: 'proven' })
    expect(judgement.why).toContain(`Still to record: ${label.toLowerCase()}.`)
  })

  it('is Open while something beyond its checks is missing', () => {
    expect(judged(ALL, ['a picture'])).toMatchObject({ verdict: 'open', why: 'Still to record: a picture.' })
  })

  it('has nothing so far before the first answer', () => {
    expect(judged({})).toEqual({
      code: 'X-1',
      verdict: 'open',
      value: null,
      limit: expect.any(String),
      basis: LEAST.basis,
      why: 'Still to record: clean, side, voltage.',
    })
  })

  it('is Open for a word that is no answer here, whatever else is right', () => {
    expect(judged({ ...ALL, side: ['above'] })).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('“above” is no answer here.'),
    })
  })

  it('is Open for a figure below zero, and for “less than” one that may be too little', () => {
    expect(judged({ ...ALL, volts: [-1] })).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('cannot be: measure again'),
    })
    expect(judged({ ...ALL, volts: [100, below] })).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('does not say whether it is within the plate'),
    })
  })

  it('takes “more than” a figure within the limit for within, and “less than” one outside for outside', () => {
    expect(judged({ ...ALL, volts: [100, above] }).verdict).toBe('proven')
    expect(judged({ ...ALL, volts: [10, below] }).verdict).toBe('stop')
  })

  it('is stopped by what is wrong even while something is missing, and says only that', () => {
    expect(judged({ clean: ['no'] })).toMatchObject({ verdict: 'stop', why: 'It is not clean.' })
    expect(judged({ volts: [19.9] })).toMatchObject({
      verdict: 'stop',
      why: expect.stringMatching(/it has to be .* \(the plate\)/),
    })
  })

  it('is Watch where the instrument cannot tell, and where the odd word was said', () => {
    expect(judged({ ...ALL, volts: [20.1, { instrumentId: tester.id }] })).toMatchObject({
      verdict: 'watch',
      why: expect.stringContaining('closer to its limit than the instrument can tell'),
    })
    expect(judged({ ...ALL, side: ['right'] })).toMatchObject({ verdict: 'watch' })
  })

  it('is Watch at best with a reading that no instrument is named for', () => {
    expect(judged({ ...ALL, volts: [230, { instrumentId: null }] }).verdict).not.toBe('proven')
  })
})
