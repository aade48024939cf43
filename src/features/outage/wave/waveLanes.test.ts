import { describe, expect, it } from 'vitest'
import type { AnalysedLane } from '@/workers/recordingCalls'
import { waveLevels } from '@/core/outage/waveLevels'
import { laneFigureAt, laneHead, laneInput } from './waveLaneWords'
import { waveLayout } from './waveLayout'
import { wavePath } from './wavePath'

const line = (id: string, values: number[], stepS = 0.1) => ({
  id,
  timesS: Float64Array.from(values, (_, k) => k * stepS),
  values: Float64Array.from(values),
  levels: [],
})
const lane = (kind: AnalysedLane['kind'], ...lines: AnalysedLane['lines']): AnalysedLane => ({ kind, lines })
const frequency = lane('frequencyHz', line('U1', [50, 50.1, NaN, 51]), line('Street', [50, 50, 50, 50]))
const plain = (text: string) => text.replace(/\s/g, ' ')

describe('a lane under the wave', () => {
  it('names what it is of, and shows half a hertz to either side at least', () => {
    expect(laneInput(frequency, 50)).toMatchObject({
      words: 'Frequency',
      names: ['U1', 'Street'],
      unit: 'Hz',
      least: 49.5,
      most: 51,
    })
    expect(laneHead(frequency)).toBe('Frequency')
  })

  it('of power holds nothing at all and what flows either way', () => {
    expect(laneInput(lane('powerW', line('I1', [200, 300])), 50)).toMatchObject({ least: 0, most: 300 })
    expect(laneInput(lane('powerW', line('PV', [-2000, -10])), 50)).toMatchObject({ least: -2000, most: 1 })
    expect(laneInput(lane('powerW', line('PV', [NaN])), 50)).toMatchObject({ least: 0, most: 1 })
  })

  it('says its figures at a moment, each line its own, and a dash where nothing is known', () => {
    expect(plain(laneFigureAt(frequency, 0.11))).toBe('50.1 Hz, 50 Hz')
    expect(plain(laneFigureAt(frequency, 0.32))).toBe('51 Hz, 50 Hz')
    expect(plain(laneFigureAt(frequency, 9))).toBe('–, –')
    expect(plain(laneFigureAt(lane('powerW', line('I1', [])), 0))).toBe('–')
  })

  it('lies under the wave, on its time axis, one below the other', () => {
    const drawing = waveLayout(
      {
        voltages: [],
        sampleRateHz: 1000,
        timesS: null,
        rms: [],
        lanes: [laneInput(frequency, 50), laneInput(lane('powerW', line('I1', [0, 1500, 3000, 0])), 50)],
        nominalV: 230,
        gap: null,
        window: { fromS: 0, toS: 0.3 },
      },
      { width: 668, waveHeight: 200, rmsHeight: 80, laneHeight: 84 },
    )
    expect(drawing.lanes.map(({ top }) => top)).toEqual([280, 364])
    expect(drawing.bottom).toBe(448)
    const power = drawing.lanes[1]
    expect(power?.ticks.map(({ label }) => plain(label))).toContain('2 kW')
    for (const { y } of power?.ticks ?? []) expect(y > 364 && y < 448).toBe(true)
    // 0.1 s is a third of the 600 px between the margins
    expect(power?.paths[0]).toMatch(/^M54\.0 .*L254\.0 .*L454\.0 .*L654\.0 /)
    // the first line has a hole where it is not known
    expect(drawing.lanes[0]?.paths[0]?.match(/M/g)).toHaveLength(2)
  })
})

describe('a line with something unknown in it', () => {
  const many = Float64Array.from({ length: 40_000 }, (_, k) => (k >= 10_000 && k < 20_000 ? NaN : 1))
  it.each([
    ['sample by sample', many, 9_990, 20_010, 1],
    ['by columns', many, 0, 40_000, 0.05],
  ])('is parted there, drawn %s', (_how, samples, from, to, perPx) => {
    const d = wavePath(
      { samples, levels: [] },
      from,
      to,
      (index) => index * perPx,
      () => 5,
    )
    expect(d.match(/M/g)).toHaveLength(2)
    expect(d).not.toContain('NaN')
  })
  it('is parted from far too, where only lowest and highest of many are drawn', () => {
    const levels = waveLevels(many)
    expect(levels.length).toBeGreaterThan(0)
    const d = wavePath(
      { samples: many, levels },
      0,
      40_000,
      (index) => index / 400,
      () => 5,
    )
    expect(d.match(/M/g)).toHaveLength(2)
    expect(d).not.toMatch(/NaN|Infinity/)
  })
})
