import { firstIndexAt } from './firstIndexAt'
import type { Recording, RowRange } from './recording'

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
  /** Stretches that are not known, in even samples. */
  holes: RowRange[]
}

/** Value at `t` between two rows, by the curve through a neighbour on either side: at few samples a cycle a straight line cuts the crest off. */
function between(timesS: Float64Array, samples: Float64Array, row: number, t: number): number {
  const at = (k: number) => Math.min(timesS.length - 1, Math.max(0, k))
  const [t0, t1] = [timesS[row] as number, timesS[at(row + 1)] as number]
  const [v0, v1] = [samples[row] as number, samples[at(row + 1)] as number]
  const width = t1 - t0
  if (!(width > 0)) return v0
  const slope = (a: number, b: number) => {
    const span = (timesS[at(b)] as number) - (timesS[at(a)] as number)
    return span > 0 ? ((samples[at(b)] as number) - (samples[at(a)] as number)) / span : 0
  }
  const m0 = slope(row - 1, row + 1) * width
  const m1 = slope(row, row + 2) * width
  const x = Math.min(1, Math.max(0, (t - t0) / width))
  const h = x * x * (3 - 2 * x)
  return v0 * (1 - h) + v1 * h + m0 * x * (1 - x) ** 2 - m1 * x * x * (1 - x)
}

/** Resampling of uneven rows onto the recording's rate; even recordings pass through untouched. */
export function evenSamples(
  { timesS, sampleRateHz }: Pick<Recording, 'timesS' | 'sampleRateHz'>,
  samples: Float64Array,
  holes: readonly RowRange[] = [],
): EvenSamples {
  const timeOfS = (sample: number) => sample / sampleRateHz
  if (timesS === null) {
    return {
      samples,
      rateHz: sampleRateHz,
      timeOfS,
      rowOf: (sample) => Math.min(samples.length - 1, Math.max(0, Math.ceil(sample - 1e-9))),
      timeOfRowS: (row) => row / sampleRateHz,
      holes: [...holes],
    }
  }
  const count = Math.floor((timesS.at(-1) as number) * sampleRateHz + 1e-6) + 1
  const even = new Float64Array(count)
  for (let k = 0, row = 0; k < count; k++) {
    const t = k / sampleRateHz
    while (row + 2 < timesS.length && (timesS[row + 1] as number) < t) row++
    even[k] = between(timesS, samples, row, t)
  }
  return {
    samples: even,
    rateHz: sampleRateHz,
    timeOfS,
    // half a step's grace: stamps jitter around the grid
    rowOf: (sample) => Math.min(timesS.length - 1, firstIndexAt(timesS, timeOfS(sample) - 0.5 / sampleRateHz)),
    timeOfRowS: (row) => timesS[row] as number,
    holes: holes.map(({ from, to }) => ({
      from: Math.floor((timesS[Math.max(0, from - 1)] as number) * sampleRateHz),
      to: Math.ceil((timesS[Math.min(timesS.length - 1, to)] as number) * sampleRateHz),
    })),
  }
}
