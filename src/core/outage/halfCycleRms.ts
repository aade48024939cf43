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

/** Sums the blocks that lie wholly before `to`, from where it stopped; four sums side by side, none of which waits for another. */
function sumBlocks(samples: Float64Array, blocks: Float64Array, fromBlock: number, toBlock: number): void {
  let sum = blocks[fromBlock] as number
  for (let b = fromBlock; b < toBlock; b++) {
    const from = b * BLOCK
    let first = 0
    let second = 0
    let third = 0
    let fourth = 0
    for (let k = from; k < from + BLOCK; k += 4) {
      const v = samples[k] as number
      const w = samples[k + 1] as number
      const x = samples[k + 2] as number
      const y = samples[k + 3] as number
      first += v * v
      second += w * w
      third += x * x
      fourth += y * y
    }
    sum += first + second + (third + fourth)
    blocks[b + 1] = sum
  }
}

/** Sums of squares taken stretch by stretch: `until` goes on to a sample. `blocks[b]` covers the samples before the b-th block. */
export function squareSumming(samples: Float64Array): { sums: SquareSums; until: (sample: number) => void } {
  const blocks = new Float64Array((samples.length >> BLOCK_BITS) + 1)
  let done = 0
  const until = (sample: number) => {
    const to = Math.max(done, sample >> BLOCK_BITS)
    sumBlocks(samples, blocks, done, to)
    done = to
  }
  return { sums: { samples, blocks }, until }
}

/** Sums of squares of a wave. */
export function squareSums(samples: Float64Array): SquareSums {
  const { sums, until } = squareSumming(samples)
  until(samples.length)
  return sums
}

/** Sum of the squares up to a place, fractions allowed. */
export function squaresUpTo({ samples, blocks }: SquareSums, x: number): number {
  // a whole number to the compiler too: else each index in the loop over a few samples is made one
  const k = Math.min(samples.length - 1, Math.max(0, x)) | 0
  const block = k >> BLOCK_BITS
  const v = samples[k] as number
  return (blocks[block] as number) + sumOfSquares(samples, block << BLOCK_BITS, k) + (x - k) * v * v
}

/** RMS over `[from, from + length)` in samples, fractions allowed. */
export const rmsOver = (sums: SquareSums, from: number, length: number): number =>
  Math.sqrt(Math.max(0, squaresUpTo(sums, from + length) - squaresUpTo(sums, from)) / length)

export interface HalfCycleRms {
  /** Sample at which each one-cycle window starts. */
  start: Float64Array
  volts: Float64Array
}

/** Looks a cycle are enough to see that the wave has gone below the hysteresis, or come back from it; between two of them every sample counts. */
const LOOKS_PER_CYCLE = 32

/** How far the search for rising zero crossings has come, and what it found. */
interface CrossingSearch {
  at: number
  /** The wave has been below the hysteresis since the last crossing. */
  isArmed: boolean
  places: Float64Array
  count: number
}

const doubled = (values: Float64Array): Float64Array => {
  const grown = new Float64Array(2 * values.length)
  grown.set(values)
  return grown
}

function seekCrossings(samples: Float64Array, low: number, stride: number, to: number, search: CrossingSearch): void {
  let k = search.at
  let isArmed = search.isArmed
  let places = search.places
  let count = search.count
  // the last look may lie beyond the recording's end, and a crossing before it: also where a stretch before the last one looked so far
  const atEnd = to >= samples.length
  while (k < to || (atEnd && isArmed)) {
    if (!isArmed) {
      while (k < to && !((samples[k] as number) < low)) k += stride
      isArmed = k < to
    } else {
      while (k < to && !((samples[k] as number) >= 0)) k += stride
      if (k >= to && !atEnd) break
      let first = k - stride + 1
      while (first < samples.length && !((samples[first] as number) >= 0)) first++
      if (first >= samples.length) break
      const before = samples[first - 1] as number
      if (count === places.length) places = doubled(places)
      places[count++] = first - 1 + before / (before - (samples[first] as number))
      isArmed = false
    }
  }
  search.at = k
  search.isArmed = isArmed
  search.places = places
  search.count = count
}

/** Rising zero crossings sought stretch by stretch: `until` goes on to a sample. */
export function crossingSeeking(samples: Float64Array, nominalPeak: number, nominalPeriod: number) {
  const low = -0.15 * nominalPeak
  const stride = Math.max(1, Math.floor(nominalPeriod / LOOKS_PER_CYCLE))
  const search: CrossingSearch = { at: 0, isArmed: false, places: new Float64Array(1024), count: 0 }
  return {
    until: (sample: number) => seekCrossings(samples, low, stride, sample, search),
    found: () => search.places.subarray(0, search.count),
  }
}

/** Rising zero crossings, interpolated, with a hysteresis of 15 % of the nominal peak. */
export function risingCrossings(samples: Float64Array, nominalPeak: number, nominalPeriod: number): Float64Array {
  const { until, found } = crossingSeeking(samples, nominalPeak, nominalPeriod)
  until(samples.length)
  return found()
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
