/** How many values of one level make one of the next. */
const FACTOR = 16
/** A level is made only while it still has enough to fill a picture. */
const LEAST_BLOCKS = 512

/** Lowest and highest of every block of `step` samples. */
export interface WaveLevel {
  step: number
  low: Float32Array
  high: Float32Array
}

/** Next level above a row of lows and highs. */
function above(step: number, low: ArrayLike<number>, high: ArrayLike<number>): WaveLevel {
  const blocks = Math.ceil(low.length / FACTOR)
  const level = { step: step * FACTOR, low: new Float32Array(blocks), high: new Float32Array(blocks) }
  for (let block = 0; block < blocks; block++) {
    const to = Math.min(low.length, (block + 1) * FACTOR)
    let [least, most] = [Infinity, -Infinity]
    for (let k = block * FACTOR; k < to; k++) {
      if ((low[k] as number) < least) least = low[k] as number
      if ((high[k] as number) > most) most = high[k] as number
    }
    level.low[block] = least
    level.high[block] = most
  }
  return level
}

/**
 * Coarser and coarser pictures of a long row of samples, so that it is drawn as fast from far as from near and no peak is lost. A short one has none.
 *
 * @returns levels of blocks of 16, 256, 4096 … samples, finest first
 */
export function waveLevels(samples: Float64Array): WaveLevel[] {
  const levels: WaveLevel[] = []
  let [step, low, high]: [number, ArrayLike<number>, ArrayLike<number>] = [1, samples, samples]
  while (low.length >= LEAST_BLOCKS * FACTOR) {
    const level = above(step, low, high)
    levels.push(level)
    ;({ step, low, high } = level)
  }
  return levels
}
