import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readRecording } from '../readRecording'
import type { Recording } from '../recording'
import { excerptComtrade } from './excerptComtrade'
import { excerptCsv } from './excerptCsv'
import { type WaveExcerpt, waveExcerpt } from './waveExcerpt'

const RATE = 5000
const wave = (phase: number) =>
  Float64Array.from({ length: 2000 }, (_, k) => Math.fround(325 * Math.sin((2 * Math.PI * 50 * k) / RATE + phase)))
const source = {
  channels: ['v1', 'v2'].map((id, k) => ({
    id,
    unit: 'V' as const,
    phase: 'AB'[k] ?? null,
    skewS: 0,
    samples: wave(k),
  })),
  sampleRateHz: RATE,
  timesS: null as Float64Array | null,
  nominalHz: 50,
  startedAt: '2026-05-02T23:59:59.900000',
}
const uneven = {
  ...source,
  timesS: Float64Array.from({ length: 2000 }, (_, k) => (k + (k % 3 === 1 ? 0.3 : 0)) / RATE),
}
const cut = (of: typeof source, fromS: number, toS: number): WaveExcerpt => {
  const found = waveExcerpt(of, fromS, toS)
  if (!found) throw new Error('nothing lies there')
  return found
}
const readBack = {
  comtrade: (excerpt: WaveExcerpt) =>
    readRecording([{ name: 'part.cff', bytes: excerptComtrade(excerpt, 'House, garage') }]),
  csv: (excerpt: WaveExcerpt) =>
    readRecording([{ name: 'part.csv', bytes: new TextEncoder().encode(excerptCsv(excerpt)) }]),
}
const valuesOf = ({ analog }: Recording) => analog.map(({ samples }) => [...samples].map(Math.fround))

describe('a part of a recording', () => {
  it('holds the rows from one time up to and without the other, and begins when its first row was', () => {
    const part = cut(source, 0.1, 0.2)
    expect(part.channels[0]?.samples).toEqual(source.channels[0]?.samples.subarray(500, 1000))
    expect(part.startedAt).toBe('2026-05-03T00:00:00.000000')
    expect(waveExcerpt(source, 0.1, 0.1001)).toBeNull()
    expect(waveExcerpt(source, 9, 10)).toBeNull()
    expect(cut(source, -5, 500).channels[0]?.samples.length).toBe(2000)
    expect(cut({ ...source, startedAt: null } as never, 0.1, 0.2).startedAt).toBeNull()
  })

  it.each(['comtrade', 'csv'] as const)('reads back as %s, value for value', (form) => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1500 }), fc.integer({ min: 60, max: 480 }), (from, count) => {
        const part = cut(source, from / RATE, (from + count) / RATE)
        const back = readBack[form](part)
        expect(back.analog.map(({ id, unit }) => [id, unit])).toEqual([
          ['v1', 'V'],
          ['v2', 'V'],
        ])
        expect(valuesOf(back)).toEqual(part.channels.map(({ samples }) => [...samples]))
        expect(back.sampleRateHz).toBeCloseTo(RATE, 3)
      }),
      { numRuns: 30 },
    )
  })

  it.each(['comtrade', 'csv'] as const)('keeps uneven stamps as %s', (form) => {
    const part = cut(uneven, 0.1, 0.2)
    const back = readBack[form](part)
    expect(back.timesS?.length).toBe(part.timesS?.length)
    for (const [row, timeS] of [...(part.timesS ?? [])].entries()) expect(back.timesS?.[row]).toBeCloseTo(timeS, 5)
  })

  it('says in COMTRADE when it began, and a name that would part columns does not', () => {
    const odd = { ...source, channels: source.channels.map((one) => ({ ...one, id: 'line, 1; "a"' })) }
    expect(readBack.comtrade(cut(source, 0.1, 0.2)).startedAt).toMatch(/^2026-05-03T00:00:00/)
    expect(readBack.comtrade(cut(odd, 0, 0.1)).analog).toHaveLength(2)
    expect(readBack.csv(cut(odd, 0, 0.1)).analog.map(({ id }) => id)).toEqual(['line_1_a_', 'line_1_a__2'])
  })

  it('longer than its stamps can say is refused', () => {
    const slow = { ...source, sampleRateHz: 0.2 }
    expect(() => excerptComtrade(cut(slow, 0, 1e9), 'x')).toThrow(RangeError)
  })
})
