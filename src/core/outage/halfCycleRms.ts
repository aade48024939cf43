/** Sum of squares up to each sample: `prefix[k]` covers samples 0…k−1, so any window's RMS is two look-ups. */
export function squarePrefix(samples: Float64Array): Float64Array {
  const prefix = new Float64Array(samples.length + 1)
  let sum = 0
  for (let k = 0; k < samples.length; k++) {
    const v = samples[k] as number
    sum += v * v
    prefix[k + 1] = sum
  }
  return prefix
}

const at = (prefix: Float64Array, x: number): number => {
  const k = Math.min(prefix.length - 2, Math.max(0, Math.floor(x)))
  const a = prefix[k] as number
  return a + (x - k) * ((prefix[k + 1] as number) - a)
}

/** RMS over `[from, from + length)` in samples, fractions allowed. */
export const rmsOver = (prefix: Float64Array, from: number, length: number): number =>
  Math.sqrt(Math.max(0, at(prefix, from + length) - at(prefix, from)) / length)

export interface HalfCycleRms {
  /** Sample at which each one-cycle window starts. */
  start: Float64Array
  volts: Float64Array
}

/** Rising zero crossings, interpolated, with a hysteresis of 15 % of the nominal peak. */
export function risingCrossings(samples: Float64Array, nominalPeak: number): Float64Array {
  const found: number[] = []
  let armed = false
  for (let k = 1; k < samples.length; k++) {
    const v = samples[k] as number
    if (v < -0.15 * nominalPeak) armed = true
    else if (armed && v >= 0) {
      const before = samples[k - 1] as number
      found.push(k - 1 + before / (before - v))
      armed = false
    }
  }
  return Float64Array.from(found)
}

/**
 * T-1: Urms(½), the RMS over one cycle refreshed each half cycle. The cycle length follows the frequency of the last 10/12 cycles and is
 * nominal while the supply is dead.
 */
export function halfCycleRms(
  prefix: Float64Array,
  crossings: Float64Array,
  nominalPeriod: number,
  cycles: number,
): HalfCycleRms {
  const sampleCount = prefix.length - 1
  const capacity = Math.ceil((2.4 * sampleCount) / nominalPeriod) + 4
  const start = new Float64Array(capacity)
  const volts = new Float64Array(capacity)
  let count = 0
  let next = 0
  for (let from = 0; ;) {
    let period = nominalPeriod
    while (next < crossings.length && (crossings[next] as number) <= from) next++
    if (next > cycles && from - (crossings[next - 1] as number) < 1.5 * nominalPeriod) {
      const measured = ((crossings[next - 1] as number) - (crossings[next - 1 - cycles] as number)) / cycles
      if (Math.abs(measured - nominalPeriod) < 0.1 * nominalPeriod) period = measured
    }
    if (from + period > sampleCount || count >= capacity) break
    start[count] = from
    volts[count++] = rmsOver(prefix, from, period)
    from += period / 2
  }
  return { start: start.subarray(0, count), volts: volts.subarray(0, count) }
}
