import { fundamentalAt } from './fundamental'

/** Cycles a frequency is averaged over: 10 at 50 Hz, 12 at 60 Hz (T-3). */
export const cyclesAveraged = (nominalHz: number): number => (nominalHz < 55 ? 10 : 12)

/**
 * T-3: mean frequency over 10/12 cycles starting at a sample, in Hz, or `null` when the stretch does not fit or carries no voltage.
 *
 * The phase of the fundamental is taken in one-cycle windows every half cycle and a line fitted through it: the same mean as zero
 * crossings at both ends of the stretch, but noise and clipping at single crossings do not move it.
 */
export function meanFrequencyHz(samples: Float64Array, from: number, rateHz: number, nominalHz: number): number | null {
  const cycles = cyclesAveraged(nominalHz)
  let hz = nominalHz
  // the second pass puts whole cycles of the true frequency into each window, which removes the leakage of the first
  for (let pass = 0; pass < 3; pass++) {
    const period = rateHz / hz
    const places = 2 * (cycles - 1) + 1
    if (from < 0 || from + Math.ceil(cycles * period) + 1 >= samples.length) return null
    let sumX = 0
    let sumY = 0
    let sumXX = 0
    let sumXY = 0
    let turned = 0
    let last = 0
    for (let k = 0; k < places; k++) {
      const start = Math.round(from + (k * period) / 2)
      const { phaseRad, peak } = fundamentalAt(samples, start, period, 1 / period)
      if (!(peak > 0)) return null
      // the window's own phase, less what the carrier turned since the first window
      const residual = phaseRad - 2 * Math.PI * ((start - from) / period)
      if (k > 0) turned += Math.round((last - residual - turned) / (2 * Math.PI)) * 2 * Math.PI
      const y = residual + turned
      last = y
      const x = start - from
      sumX += x
      sumY += y
      sumXX += x * x
      sumXY += x * y
      turned = y - residual
    }
    const slope = (places * sumXY - sumX * sumY) / (places * sumXX - sumX * sumX)
    hz = hz + (slope * rateHz) / (2 * Math.PI)
    if (!(hz > 0.5 * nominalHz && hz < 1.5 * nominalHz)) return null
  }
  return hz
}

/** Nominal frequency, 50 or 60 Hz, that a voltage is nearest to; from the mean distance of its rising zero crossings. */
export function nearestNominalHz(samples: Float64Array, rateHz: number): 50 | 60 {
  let peak = 0
  const n = Math.min(samples.length, Math.ceil(rateHz))
  for (let k = 0; k < n; k++) peak = Math.max(peak, Math.abs(samples[k] as number))
  let armed = false
  let first = -1
  let lastAt = -1
  let count = 0
  for (let k = 0; k < n; k++) {
    const v = samples[k] as number
    if (v < -0.2 * peak) armed = true
    if (armed && v >= 0) {
      armed = false
      if (first < 0) first = k
      else count++
      lastAt = k
    }
  }
  const hz = count > 0 ? (count * rateHz) / (lastAt - first) : 50
  return hz < 55 ? 50 : 60
}
