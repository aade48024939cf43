import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { parseComtradeConfiguration } from './comtradeConfiguration'
import { DecimalScanner } from './decimalScanner'
import { meanFrequencyHz, nearestNominalHz } from './frequency'
import { halfCycleRms } from './halfCycleRms'
import { risingCrossings } from './risingCrossings'
import { readRecording } from './readRecording'
import { RecordingError } from './recording'
import { RIDE_THROUGH_CLASSES, classKept, rideThroughClass } from './rideThrough'
import { rmsOver, squareSums } from './squareSums'

const utf8 = (text: string) => new TextEncoder().encode(text)
const sine = (hz: number, peak: number, rateHz: number, durationS: number, offset = 0) =>
  Float64Array.from(
    { length: Math.round(rateHz * durationS) },
    (_, k) => offset + peak * Math.sin((2 * Math.PI * hz * k) / rateHz),
  )

describe('RMS', () => {
  it('of a sine over whole cycles is its peak over √2', () => {
    const sums = squareSums(sine(50, 325, 10_000, 0.2))
    expect(rmsOver(sums, 0, 2000)).toBeCloseTo(325 / Math.SQRT2, 6)
  })

  it('half cycle by half cycle stays level for a steady supply whose frequency is a little off', () => {
    const samples = sine(50.4, 325, 10_000, 1)
    const { volts } = halfCycleRms(squareSums(samples), risingCrossings(samples, 325, 200), 200, 10)
    const settled = [...volts].slice(25, -2)
    for (const v of settled) expect(Math.abs(v - 325 / Math.SQRT2)).toBeLessThan(0.6)
  })

  it('counts one rising crossing a cycle, noise or not', () => {
    const noisy = sine(50, 325, 10_000, 1).map((v, k) => v + 8 * Math.sin(k * 12.9898))
    expect(Math.abs(risingCrossings(noisy, 325, 200).length - 49)).toBeLessThanOrEqual(1)
  })
})

describe('frequency', () => {
  it.each([49.2, 50, 50.37, 51.8])('%s Hz is read to a millihertz', (hz) => {
    expect(Math.abs((meanFrequencyHz(sine(hz, 325, 10_000, 0.6), 100, 10_000, 50) ?? NaN) - hz)).toBeLessThan(0.001)
  })

  it('is not read past the end, nor where there is no voltage', () => {
    expect(meanFrequencyHz(sine(50, 325, 10_000, 0.1), 0, 10_000, 50)).toBeNull()
    expect(meanFrequencyHz(new Float64Array(10_000), 0, 10_000, 50)).toBeNull()
  })

  it('tells 50 from 60 Hz', () => {
    expect([
      nearestNominalHz(sine(49.5, 325, 5000, 1), 5000),
      nearestNominalHz(sine(60.3, 170, 5000, 1, 6), 5000),
    ]).toEqual([50, 60])
  })
})

describe('ride-through classes', () => {
  const { limits } = RULE_PACKS['iec-1ph-230']

  it.each([
    [0, 'unnoticed'],
    [20, 'unnoticed'],
    [20.1, 'flicker'],
    [150, 'flicker'],
    [1000, 'blink'],
    [10_000, 'pause'],
    [10_001, 'longPause'],
  ] as const)('%s ms', (gapMs, kind) => {
    expect(rideThroughClass(gapMs, { limits })).toBe(kind)
  })

  it('are kept by anything as good or better', () => {
    expect([classKept('flicker', 'blink'), classKept('blink', 'blink'), classKept('pause', 'blink')]).toEqual([
      true,
      true,
      false,
    ])
    for (const kind of RIDE_THROUGH_CLASSES) expect(classKept('unnoticed', kind)).toBe(true)
  })
})

describe('numbers in bytes', () => {
  it('are read as the language reads them', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((v) => v.toFixed(6)),
          fc.integer().map(String),
          fc.double({ min: 1e-9, max: 1e9, noNaN: true }).map((v) => v.toExponential(9)),
        ),
        (text) => {
          expect(new DecimalScanner(utf8(text)).number()).toBeCloseTo(Number(text), 6)
        },
      ),
      { seed: 41 },
    )
  })

  it.each(['', 'x', '-', '1e', '.', '9'.repeat(25)])('refuse “%s”', (text) => {
    expect(new DecimalScanner(utf8(text)).number()).toBeNaN()
  })
})

describe('CSV recordings', () => {
  const rows = (separator: string, mark: string, unit: string, factor: number) =>
    `time_${unit}${separator}v1_V${separator}i1_mA\n${Array.from({ length: 40 }, (_, k) => [(k * factor).toFixed(6), (k * 1.5).toFixed(3), String(k)].join(separator).replaceAll('.', mark)).join('\r\n')}\r\n`

  it.each([
    [',', '.', 's', 0.001],
    [';', ',', 'ms', 1],
    ['\t', '.', 'us', 1000],
    [';', '.', 's', 0.001],
  ] as const)('with “%s” between columns, “%s” as mark, time in %s', (separator, mark, unit, factor) => {
    const recording = readRecording([{ name: 'a.csv', bytes: utf8(rows(separator, mark, unit, factor)) }])
    expect(recording.sampleRateHz).toBeCloseTo(1000, 6)
    expect(recording.analog.map(({ id, unit: own }) => [id, own])).toEqual([
      ['v1', 'V'],
      ['i1', 'A'],
    ])
    expect([recording.analog[0]?.samples[10], recording.analog[1]?.samples[10]]).toEqual([15, expect.closeTo(0.01, 12)])
  })

  it('keep uneven stamps, and refuse time that runs backwards', () => {
    const uneven = readRecording([
      { name: 'a.csv', bytes: utf8('time_s,v1_V\n0,1\n0.001,2\n0.0024,3\n0.003,4\n0.004,5\n') },
    ])
    expect(uneven.timesS?.[2]).toBe(0.0024)
    expect(() => readRecording([{ name: 'a.csv', bytes: utf8('time_s,v1_V\n0,1\n0.002,2\n0.001,3\n') }])).toThrow(
      /line 4, field 1: the time does not go forward/,
    )
  })
})

describe('a COMTRADE configuration', () => {
  const good = [
    'S,R,2013',
    '2,1A,1D',
    '1,v1,A,,V,0.1,0,0,-32767,32767,230,1,S',
    '1,relay,,,0',
    '50',
    '1',
    '8000,400',
    '01/01/2026,00:00:00.0',
    '01/01/2026,00:00:00.0',
    'BINARY',
    '1',
    '0,0',
    'B,3',
  ]
  const parse = (change: Record<number, string> = {}) =>
    parseComtradeConfiguration(good.map((line, k) => change[k] ?? line).join('\r\n'), 'a.cfg')

  it('gives channels, rate and form', () => {
    expect(parse()).toMatchObject({
      revision: 2013,
      lineHz: 50,
      rates: [{ rateHz: 8000, lastRow: 400 }],
      sampleCount: 400,
      startedAt: '2026-01-01T00:00:00.0',
      dataType: 'BINARY',
      statusIds: ['relay'],
      analog: [{ id: 'v1', unit: 'V', a: 0.1, primaryFactor: 230 }],
    })
  })

  it.each([
    [0, 'S,R,2001', /line 1, field 3: only revisions 1991, 1999 and 2013/],
    [1, '3,1A,1D', /line 2, field 1: the channel total/],
    [1, '2,oneA,1D', /line 2, field 2: the number of analogue channels/],
    [2, '1,v1,A,,V,zero,0,0,0,1,1,1,P', /line 3, field 6: the multiplier a is not a number/],
    [2, '1,v1,A', /needs 13 fields/],
    [2, '1,v1,A,,V,0.1,0,0,0,1,0,1,S', /field 11: secondary values need a ratio/],
    [5, '2', /the sampling rate/],
    [5, '-1', /number of sampling rates is not between/],
    [5, '101', /number of sampling rates is not between/],
    [6, '-5,400', /sampling rate is not between/],
    [6, '8000,1.5', /whole number above 0/],
    [6, '8000,99999999999', /longer than this program reads/],
    [9, 'BINARY64', /data type is not/],
  ] as const)('with line %i as “%s” says what is wrong', (line, text, message) => {
    expect(() => parse({ [line]: text })).toThrow(message)
    expect(() => parse({ [line]: text })).toThrow(RecordingError)
  })
})
