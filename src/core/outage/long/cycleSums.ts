import { sumOfSquares } from '../halfCycleRms'

/** What one half cycle of a channel shows, as its samples go by. */
export interface HalfCycle {
  /** First row behind it. */
  toRow: number
  /** RMS over the cycle that ends with it, in V or A. */
  rms: number
  /** RMS of the difference to the wave one nominal cycle before, over this half cycle; 0 where there is none before. */
  change: number
}

/** Sums one channel half cycle by half cycle, across the blocks it comes in. */
export class CycleSums {
  readonly #halfRows: number
  readonly #periodRows: number
  /** The last cycle, what has not made a half cycle yet, and room for a block behind them. */
  #work = new Float64Array(0)
  #kept = 0
  #row = 0
  #half = 0
  #before = { squares: 0, rows: 0 }

  /** @param withChange whether the difference to the cycle before is wanted; it is 0 where it is not */
  constructor(
    periodRows: number,
    private readonly withChange: boolean,
  ) {
    this.#halfRows = periodRows / 2
    this.#periodRows = Math.round(periodRows)
  }

  /** Hands each half cycle that is whole with these samples to `seen`. */
  feed(samples: Float64Array, seen: (half: HalfCycle) => void): void {
    const work = this.#roomFor(samples.length)
    work.set(samples, this.#kept)
    const firstRow = this.#row - this.#kept
    this.#row += samples.length
    for (let from = this.#halfStart(); ;) {
      const to = Math.round((this.#half + 1) * this.#halfRows)
      if (to > this.#row) break
      seen(this.#halfCycle(work, from - firstRow, to - firstRow, to))
      this.#half++
      from = to
    }
    const keptFrom = Math.max(firstRow, this.#halfStart() - this.#periodRows)
    work.copyWithin(0, keptFrom - firstRow, this.#row - firstRow)
    this.#kept = this.#row - keptFrom
  }

  #halfStart(): number {
    return Math.round(this.#half * this.#halfRows)
  }

  #roomFor(rows: number): Float64Array {
    if (this.#work.length < this.#kept + rows) {
      const larger = new Float64Array(this.#kept + rows + 2 * this.#periodRows)
      larger.set(this.#work.subarray(0, this.#kept))
      this.#work = larger
    }
    return this.#work
  }

  #halfCycle(work: Float64Array, from: number, to: number, toRow: number): HalfCycle {
    const rows = to - from
    const squares = sumOfSquares(work, from, to)
    const rms = Math.sqrt((squares + this.#before.squares) / (rows + this.#before.rows))
    this.#before = { squares, rows }
    const hasBefore = this.withChange && from >= this.#periodRows
    const change = hasBefore ? Math.sqrt(sumOfChanges(work, from, to, this.#periodRows) / rows) : 0
    return { toRow, rms, change }
  }
}

function sumOfChanges(values: Float64Array, from: number, to: number, back: number): number {
  let sum = 0
  for (let k = from; k < to; k++) {
    const change = (values[k] as number) - (values[k - back] as number)
    sum += change * change
  }
  return sum
}
