import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { analyseRecording } from './analyseRecording'
import type { AnalogChannel, Recording } from './recording'

const RATE = 5000
const pack = RULE_PACKS['iec-3ph-400']

interface Outage {
  fromS: number
  toS: number
}
/** A voltage of 230 V at 50 Hz with outages, a little distorted as supplies are. */
function voltage(
  id: string,
  seconds: number,
  outages: readonly Outage[],
  change: { deg?: number; gain?: number } = {},
) {
  const { deg = 0, gain = 1 } = change
  const samples = Float64Array.from({ length: seconds * RATE }, (_, k) => {
    const t = k / RATE
    if (outages.some(({ fromS, toS }) => t >= fromS && t < toS)) return 0
    const angle = 2 * Math.PI * 50 * t + (deg * Math.PI) / 180
    return gain * 230 * Math.SQRT2 * (Math.sin(angle) + 0.02 * Math.sin(5 * angle))
  })
  return channelOf(id, samples)
}
const channelOf = (id: string, samples: Float64Array): AnalogChannel => ({
  id,
  unit: 'V',
  samples,
  phase: null,
  skewS: 0,
  missingRows: [],
  holes: [],
})
const recordingOf = (analog: AnalogChannel[]): Recording => ({
  form: 'csv',
  sampleRateHz: RATE,
  rates: [{ rateHz: RATE, lastRow: analog[0]?.samples.length ?? 0 }],
  timesS: null,
  nominalHz: 50,
  analog,
  status: [],
  ignored: [],
  missingStamps: [],
  startedAt: null,
})
const analysed = (...analog: AnalogChannel[]) => analyseRecording(recordingOf(analog), pack).analysis

const outage = fc
  .record({ at: fc.integer({ min: 500, max: 900 }), ms: fc.integer({ min: 12, max: 400 }) })
  .map(({ at, ms }): Outage => ({ fromS: at / 1000, toS: (at + ms) / 1000 }))

describe('a recording', () => {
  it('cut in two and joined again says the same', () => {
    fc.assert(
      fc.property(outage, fc.double({ min: 0.1, max: 0.9, noNaN: true }), (gap, share) => {
        const { samples } = voltage('v1', 2, [gap])
        const cut = Math.round(share * samples.length)
        const joined = Float64Array.from([...samples.subarray(0, cut), ...samples.subarray(cut)])
        expect(analysed(channelOf('v1', joined))).toEqual(analysed(channelOf('v1', samples)))
      }),
      { seed: 3, numRuns: 12 },
    )
  })

  it('says the same with a channel beside it that shows nothing', () => {
    fc.assert(
      fc.property(outage, (gap) => {
        const alone = analysed(voltage('v1', 2, [gap]))
        const beside = analysed(voltage('v1', 2, [gap]), channelOf('v2', new Float64Array(2 * RATE)))
        expect(beside).toEqual({ ...alone, silentIds: ['v2'] })
      }),
      { seed: 4, numRuns: 12 },
    )
  })

  it('scaled in volts has volts scaled, and its moments left', () => {
    fc.assert(
      fc.property(outage, fc.double({ min: 0.96, max: 1.06, noNaN: true }), (gap, gain) => {
        const plain = analysed(voltage('v1', 2, [gap]))
        const scaled = analysed(voltage('v1', 2, [gap], { gain }))
        expect((scaled.rmsBeforeV.v1 ?? 0) / (plain.rmsBeforeV.v1 ?? 1)).toBeCloseTo(gain, 6)
        expect(scaled.thdBeforePercent.v1).toBeCloseTo(plain.thdBeforePercent.v1 ?? NaN, 6)
        expect(Math.abs((scaled.gap?.longestPhaseMs ?? NaN) - (plain.gap?.longestPhaseMs ?? NaN))).toBeLessThan(1)
      }),
      { seed: 5, numRuns: 12 },
    )
  })
})

describe('a gap that the recording does not hold whole', () => {
  const short: Outage = { fromS: 0.6, toS: 0.64 }

  it.each([
    ['begun before it', { fromS: -1, toS: 0.9 }, 'start'],
    ['not ended in it', { fromS: 1.2, toS: 9 }, 'end'],
    ['back for too short to count', { fromS: 1.2, toS: 1.9 }, 'end'],
  ] as const)('%s on one phase never hides behind a closed one of another', (_, open, side) => {
    const { gap } = analysed(voltage('v1', 2, [short]), voltage('v2', 2, [open], { deg: -120 }))
    expect(gap).toMatchObject({ open: side, longestPhaseMs: null, overallMs: null, rideThroughClass: null })
    expect(gap?.atLeastMs).toBeGreaterThan(500)
    expect(gap?.classAtBest).toBe('blink')
  })

  it('never hides behind a closed one of its own phase', () => {
    const { gap, events } = analysed(voltage('v1', 2, [short, { fromS: 1.7, toS: 9 }]))
    expect(events.v1).toHaveLength(2)
    expect(gap).toMatchObject({ open: 'end', endS: null })
  })

  it('is open at both ends where no channel shows a voltage', () => {
    const { gap } = analysed(channelOf('v1', new Float64Array(2 * RATE)))
    expect(gap).toMatchObject({ open: 'both', startS: null, endS: null, classAtBest: 'pause' })
  })

  it('says nothing of the side that is not there', () => {
    const { rmsBeforeV, phaseJumpDeg, anglesBeforeDeg, frequency, thdBeforePercent } = analysed(
      voltage('v1', 2, [{ fromS: -1, toS: 0.9 }]),
    )
    expect([rmsBeforeV.v1, phaseJumpDeg.v1, anglesBeforeDeg.v1, frequency.beforeHz, thdBeforePercent.v1]).toEqual(
      Array(5).fill(null),
    )
  })
})

describe('rows without a value', () => {
  const withHole = (fromS: number, toS: number, outages: Outage[]) => {
    const channel = voltage('v1', 2, outages)
    const [from, to] = [Math.round(fromS * RATE), Math.round(toS * RATE)]
    channel.samples.fill(0, from, to)
    return { ...channel, holes: [{ from, to }] }
  }

  it('are no event, however long', () => {
    expect(analysed(withHole(0.5, 1.5, []))).toMatchObject({ gap: null, events: { v1: [] } })
  })

  it('leave a gap open whose end they hide', () => {
    expect(analysed(withHole(1, 1.3, [{ fromS: 0.8, toS: 1.2 }])).gap).toMatchObject({
      open: 'end',
      longestPhaseMs: null,
    })
  })
})
