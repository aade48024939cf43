import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { evenSamples } from './evenSamples'
import { cyclesAveraged } from './frequency'
import { fundamentalAt } from './fundamental'
import { halfCycleRms, halfCycleStepping } from './halfCycleRms'
import { phaseTrack, phaseTracking, wrapped } from './phaseTrack'
import { crossingSeeking, risingCrossings } from './risingCrossings'
import { breakSeeking } from './shortBreaks'
import { rmsOver, squareSumming, squareSums } from './squareSums'
import { waveSums } from './waveSums'

const wave = fc.record({
  rateHz: fc.constantFrom(1000, 3200, 4096, 9999, 10_000),
  nominalHz: fc.constantFrom(50, 60),
  hz: fc.double({ min: 49, max: 61, noNaN: true }),
  offsetV: fc.double({ min: -20, max: 20, noNaN: true }),
  durationS: fc.double({ min: 0.3, max: 1.5, noNaN: true }),
})

const gapMs = fc.constantFrom(0, 3, 5, 40, 150)

type Wave = typeof wave extends fc.Arbitrary<infer T> ? T : never

/** A wave whose last crossing lies between its last look and its end. */
const CROSSES_AT_ITS_END: Wave = {
  rateHz: 9999,
  nominalHz: 50,
  hz: 53.00158663543127,
  offsetV: 0,
  durationS: 1.0365536553655366,
}

const samplesOf = ({ rateHz, hz, offsetV, durationS }: Wave): Float64Array =>
  Float64Array.from(
    { length: Math.round(rateHz * durationS) },
    (_, k) => offsetV + 325 * Math.sin((2 * Math.PI * hz * k) / rateHz + 0.4),
  )

/** The wave with nothing in some milliseconds from its middle on. */
const withGap = (one: Wave, gapMs: number): Float64Array => {
  const samples = samplesOf(one)
  const from = samples.length >> 1
  return samples.fill(one.offsetV, from, from + Math.round((gapMs * one.rateHz) / 1000))
}

/** Every rising crossing by looking at every sample. */
function crossingsOneByOne(samples: Float64Array, low: number): number[] {
  const found: number[] = []
  let isArmed = false
  for (let k = 1; k < samples.length; k++) {
    const v = samples[k] as number
    const before = samples[k - 1] as number
    if (v < low) isArmed = true
    else if (isArmed && v >= 0) {
      found.push(k - 1 + before / (before - v))
      isArmed = false
    }
  }
  return found
}

describe('sums of a wave', () => {
  it('do not depend on how it is cut into stretches', () => {
    fc.assert(
      fc.property(
        wave,
        gapMs,
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 9 }),
        (one, ms, shares) => {
          const samples = withGap(one, ms)
          const cuts = [
            ...shares.map((share) => Math.floor(share * samples.length)).sort((a, b) => a - b),
            samples.length,
          ]
          const whole = waveSums(
            evenSamples({ timesS: null, sampleRateHz: one.rateHz }, samples),
            230,
            one.nominalHz,
            0,
          )
          const squares = squareSumming(samples)
          const crossings = crossingSeeking(samples, Math.SQRT2 * 230, one.rateHz / one.nominalHz)
          const nominalPeriod = one.rateHz / one.nominalHz
          const cycles = cyclesAveraged(one.nominalHz)
          const rms = halfCycleStepping(squares.sums, crossings.found, nominalPeriod, cycles)
          const phase = phaseTracking(samples, one.rateHz, one.nominalHz)
          const breaks = breakSeeking({ samples, nominalV: 230, nominalPeriod })
          for (const cut of cuts) {
            squares.until(cut)
            crossings.until(cut)
            rms.until(cut)
            phase.until(cut)
            breaks.until(cut)
          }
          expect(squares.sums.blocks).toEqual(whole.sums.blocks)
          expect(rms.found()).toEqual(whole.rms)
          expect(rms.found()).toEqual(halfCycleRms(whole.sums, crossings.found(), nominalPeriod, cycles))
          expect(phase.track()).toEqual(whole.track)
          expect(breaks.found()).toEqual(whole.breaks)
        },
      ),
      { numRuns: 40, examples: [[CROSSES_AT_ITS_END, 0, [0.9998070429329474]]] },
    )
  })

  it('hold the RMS of any window, and every crossing that looking at each sample finds', () => {
    fc.assert(
      fc.property(wave, fc.double({ min: 0, max: 0.5, noNaN: true }), (one, share) => {
        const samples = samplesOf(one)
        const sums = squareSums(samples)
        const crossings = risingCrossings(samples, Math.SQRT2 * 230, one.rateHz / one.nominalHz)
        const from = Math.floor(share * samples.length)
        const window = samples.subarray(from, from + 77)
        const direct = Math.sqrt(window.reduce((sum, v) => sum + v * v, 0) / window.length)
        expect(rmsOver(sums, from, window.length)).toBeCloseTo(direct, 6)
        expect([...crossings]).toEqual(crossingsOneByOne(samples, -0.15 * Math.SQRT2 * 230))
      }),
      { numRuns: 40 },
    )
  })
})

describe('the phase track', () => {
  it('has in each window what a transform of that window alone has, at rates that hold no whole number of samples a quarter', () => {
    fc.assert(
      fc.property(wave, fc.double({ min: 0, max: 1, noNaN: true }), (one, share) => {
        const samples = samplesOf(one)
        const period = one.rateHz / one.nominalHz
        const { phaseRad, peak } = phaseTrack(samples, one.rateHz, one.nominalHz)
        const k = Math.floor(share * (peak.length - 1))
        const start = Math.round((k * period) / 4)
        const length = Math.round(((k + 4) * period) / 4) - start
        const direct = fundamentalAt(samples, start, length, 1 / period)
        // the direct one counts from the window's own beginning, the track from that of the recording
        const off = wrapped((phaseRad[k] as number) - (direct.phaseRad - (2 * Math.PI * start) / period))
        // where samples are added up by groups, what an offset and another frequency leave in a window is a little otherwise
        const grouped = period >= 160 ? 1e-4 * (1 + Math.abs(one.hz - one.nominalHz)) : 0
        expect(Math.abs(off)).toBeLessThan(1e-6 + grouped)
        expect(Math.abs((peak[k] as number) / direct.peak - 1)).toBeLessThan(1e-8 + grouped)
      }),
      { numRuns: 200 },
    )
  })

  it.each([39, 41, 49, 51])('hardly sees order %d, whose groups would look like the fundamental', (order) => {
    const rateHz = 10_000
    const samples = (share: number) =>
      Float64Array.from({ length: 4000 }, (_, k) => {
        const turned = (2 * Math.PI * 50 * k) / rateHz
        return 325 * (Math.sin(turned + 0.4) + share * Math.sin(order * turned + 1))
      })
    const pure = phaseTrack(samples(0), rateHz, 50)
    const dirty = phaseTrack(samples(0.03), rateHz, 50)
    // a twentieth of a degree
    for (let k = 0; k < pure.phaseRad.length; k++)
      expect(Math.abs(wrapped((dirty.phaseRad[k] as number) - (pure.phaseRad[k] as number)))).toBeLessThan(9e-4)
  })

  it('of a recording shorter than a cycle has no window', () => {
    expect(phaseTrack(new Float64Array(100), 10_000, 50).peak).toHaveLength(0)
    expect(phaseTrack(new Float64Array(0), 10_000, 50).peak).toHaveLength(0)
  })
})
