/** Samples with the sum of their squares up to every 16th: any window's RMS is two look-ups and a few squares, at a sixteenth of the memory. */
export interface SquareSums {
  samples: Float64Array
  blocks: Float64Array
}

const BLOCK_BITS = 4
const BLOCK = 1 << BLOCK_BITS

/** Sum of the squares of a few samples. */
export function sumOfSquares(samples: Float64Array, from: number, to: number): number {
  let sum = 0
  for (let k = from; k < to; k++) {
    const v = samples[k] as number
    sum += v * v
  }
  return sum
}

/** Sums of squares of a wave; `blocks[b]` covers the samples before the b-th block. */
export function squareSums(samples: Float64Array): SquareSums {
  const blocks = new Float64Array((samples.length >> BLOCK_BITS) + 1)
  let sum = 0
  for (let b = 1; b < blocks.length; b++) {
    let even = 0
    let odd = 0
    const to = b * BLOCK
    for (let k = to - BLOCK; k < to; k += 2) {
      const first = samples[k] as number
      const second = samples[k + 1] as number
      even += first * first
      odd += second * second
    }
    sum += even + odd
    blocks[b] = sum
  }
  return { samples, blocks }
}

/** Sum of the squares up to a place, fractions allowed. */
function upTo({ samples, blocks }: SquareSums, x: number): number {
  const k = Math.min(samples.length - 1, Math.max(0, Math.floor(x)))
  const block = k >> BLOCK_BITS
  const v = samples[k] as number
  return (blocks[block] as number) + sumOfSquares(samples, block << BLOCK_BITS, k) + (x - k) * v * v
}

/** RMS over `[from, from + length)` in samples, fractions allowed. */
export const rmsOver = (sums: SquareSums, from: number, length: number): number =>
  Math.sqrt(Math.max(0, upTo(sums, from + length) - upTo(sums, from)) / length)

export interface HalfCycleRms {
  /** Sample at which each one-cycle window starts. */
  start: Float64Array
  volts: Float64Array
}

/** Rising zero crossings, interpolated, with a hysteresis of 15 % of the nominal peak. */
export function risingCrossings(samples: Float64Array, nominalPeak: number): Float64Array {
  const low = -0.15 * nominalPeak
  let found = new Float64Array(1024)
  let count = 0
  for (let k = 1; k < samples.length; k++) {
    while (k < samples.length && !((samples[k] as number) < low)) k++
    while (k < samples.length && !((samples[k] as number) >= 0)) k++
    if (k >= samples.length) break
    const before = samples[k - 1] as number
    if (count === found.length) {
      const grown = new Float64Array(2 * count)
      grown.set(found)
      found = grown
    }
    found[count++] = k - 1 + before / (before - (samples[k] as number))
  }
  return found.subarray(0, count)
}

/**
 * T-1: Urms(½), the RMS over one cycle refreshed each half cycle. The cycle length follows the frequency of the last 10/12 cycles and is
 * nominal while the supply is dead.
 */
export function halfCycleRms(
  sums: SquareSums,
  crossings: Float64Array,
  nominalPeriod: number,
  cycles: number,
): HalfCycleRms {
  const sampleCount = sums.samples.length
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
    volts[count++] = rmsOver(sums, from, period)
    from += period / 2
  }
  return { start: start.subarray(0, count), volts: volts.subarray(0, count) }
}
