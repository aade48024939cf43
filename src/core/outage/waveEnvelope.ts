/** Lowest and highest sample of each column of a picture, so that no peak is lost however far out it is. */
export interface WaveEnvelope {
  low: Float64Array
  high: Float64Array
}

/**
 * A stretch of samples as `columns` columns, each with its lowest and highest.
 *
 * @param from first sample, from 0, and `to` the one after the last
 * @throws RangeError for fewer than one column
 * @example waveEnvelope(Float64Array.of(1, -2, 3, 0), 0, 4, 2) // low [-2, 0], high [1, 3]
 */
export function waveEnvelope(samples: Float64Array, from: number, to: number, columns: number): WaveEnvelope {
  if (columns < 1) throw new RangeError('a picture has a column at least')
  const low = new Float64Array(columns).fill(NaN)
  const high = new Float64Array(columns).fill(NaN)
  const count = to - from
  for (let k = Math.max(0, from); k < Math.min(samples.length, to); k++) {
    const column = Math.min(columns - 1, Math.floor(((k - from) * columns) / count))
    const value = samples[k] as number
    if (!(value >= (low[column] as number))) low[column] = value
    if (!(value <= (high[column] as number))) high[column] = value
  }
  return { low, high }
}
