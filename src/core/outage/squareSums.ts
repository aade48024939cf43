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
