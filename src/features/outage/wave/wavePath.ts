import type { WaveLevel } from '@/core/outage/waveLevels'

/** Samples that are drawn, with their coarser pictures where they are many. */
export interface DrawnSamples {
  samples: Float64Array
  levels: readonly WaveLevel[]
}

/** The coarsest level that still has two blocks a pixel column; `null` where the samples themselves are few enough. */
const levelFor = (levels: readonly WaveLevel[], perColumn: number): WaveLevel | null =>
  levels.findLast(({ step }) => step <= perColumn / 2) ?? null

/** Joins the lowest and highest of each column to a line; what is not known parts it. */
class Columns {
  d = ''
  #parted = true
  #column = -1
  #low = 0
  #high = 0
  constructor(private readonly yOf: (volts: number) => number) {}
  corner(x: number, volts: number): void {
    if (Number.isNaN(volts)) {
      this.#parted = true
      return
    }
    this.d += `${this.#parted ? 'M' : 'L'}${x.toFixed(1)} ${this.yOf(volts).toFixed(1)}`
    this.#parted = false
  }
  add(x: number, low: number, high: number): void {
    if (!(low <= high)) {
      this.end()
      this.#column = -1
      this.#parted = true
      return
    }
    const own = Math.floor(x)
    if (own === this.#column) {
      if (low < this.#low) this.#low = low
      if (high > this.#high) this.#high = high
      return
    }
    this.end()
    this.#column = own
    this.#low = low
    this.#high = high
  }
  end(): void {
    if (this.#column < 0) return
    this.corner(this.#column, this.#low)
    if (this.#high !== this.#low) this.corner(this.#column, this.#high)
  }
}

/**
 * A wave as a path over pixel columns: where several samples share a column their lowest and highest are drawn, so that no peak is lost
 * however far out the view is; further in every sample is a corner.
 */
export function wavePath(
  { samples, levels }: DrawnSamples,
  from: number,
  to: number,
  xOf: (index: number) => number,
  yOf: (volts: number) => number,
): string {
  const columns = new Columns(yOf)
  const perColumn = (to - from) / Math.max(1e-9, xOf(to) - xOf(from))
  if (perColumn <= 2) {
    for (let k = from; k < to; k++) columns.corner(xOf(k), samples[k] as number)
    return columns.d
  }
  const level = levelFor(levels, perColumn)
  if (level === null) for (let k = from; k < to; k++) columns.add(xOf(k), samples[k] as number, samples[k] as number)
  else
    for (let block = Math.floor(from / level.step); block < Math.ceil(to / level.step); block++)
      columns.add(xOf(Math.max(from, block * level.step)), level.low[block] as number, level.high[block] as number)
  columns.end()
  return columns.d
}
