import type { Recording } from './recording'

/** One channel on an even grid, with the way back to the file's own rows and times. */
export interface EvenSamples {
  samples: Float64Array
  rateHz: number
  /** Time of an even sample, fractions allowed, in s from the first row. */
  timeOfS: (sample: number) => number
  /** First row of the file at or after an even sample. */
  rowOf: (sample: number) => number
  /** Time of a row of the file. */
  timeOfRowS: (row: number) => number
}

/** Linear resampling of uneven rows onto the recording's rate; even recordings pass through untouched. */
export function evenSamples({ timesS, sampleRateHz }: Recording, samples: Float64Array): EvenSamples {
  if (timesS === null) {
    return {
      samples,
      rateHz: sampleRateHz,
      timeOfS: (sample) => sample / sampleRateHz,
      rowOf: (sample) => Math.min(samples.length - 1, Math.max(0, Math.ceil(sample - 1e-9))),
      timeOfRowS: (row) => row / sampleRateHz,
    }
  }
  const count = Math.floor((timesS.at(-1) as number) * sampleRateHz) + 1
  const even = new Float64Array(count)
  for (let k = 0, row = 0; k < count; k++) {
    const t = k / sampleRateHz
    while (row + 2 < timesS.length && (timesS[row + 1] as number) < t) row++
    const t0 = timesS[row] as number
    const t1 = timesS[row + 1] as number
    const v0 = samples[row] as number
    even[k] = v0 + ((samples[row + 1] as number) - v0) * Math.min(1, Math.max(0, (t - t0) / (t1 - t0)))
  }
  const rowOf = (sample: number) => {
    const t = sample / sampleRateHz
    let low = 0
    let high = timesS.length - 1
    while (low < high) {
      const middle = (low + high) >> 1
      // half a step's grace: stamps jitter around the grid
      if ((timesS[middle] as number) < t - 0.5 / sampleRateHz) low = middle + 1
      else high = middle
    }
    return low
  }
  return {
    samples: even,
    rateHz: sampleRateHz,
    timeOfS: (sample) => sample / sampleRateHz,
    rowOf,
    timeOfRowS: (row) => timesS[row] as number,
  }
}
