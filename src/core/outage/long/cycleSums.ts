import { sumOfSquares } from '../squareSums'

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
  readonly #sums = new Float64Array(2)

  /**
   * @param withChange whether the difference to the cycle before is wanted; it is 0 where it is not
   * @param firstRow row of the whole recording that the first sample belongs to
   */
  constructor(
    periodRows: number,
    private readonly withChange: boolean,
    private readonly firstRow = 0,
  ) {
    this.#halfRows = periodRows / 2
    this.#periodRows = Math.round(periodRows) | 0
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
      // whole numbers to the compiler too: else each index in the loops over samples is made one
      seen(this.#halfCycle(work, (from - firstRow) | 0, (to - firstRow) | 0, this.firstRow + to))
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
    const hasBefore = this.withChange && from >= this.#periodRows
    const sums = this.#sums
    if (hasBefore) sumBoth(work, from, to, this.#periodRows, sums)
    else sums[0] = sumOfSquares(work, from, to)
    const [squares = 0, changes = 0] = sums
    const rms = Math.sqrt((squares + this.#before.squares) / (rows + this.#before.rows))
    this.#before = { squares, rows }
    return { toRow, rms, change: hasBefore ? Math.sqrt(changes / rows) : 0 }
  }
}

/** Squares of some samples and of their change since so many rows before, in one walk, into `sums`. */
function sumBoth(values: Float64Array, from: number, to: number, back: number, sums: Float64Array): void {
  let squares = 0
  let changes = 0
  for (let k = from; k < to; k++) {
    const v = values[k] as number
    const change = v - (values[k - back] as number)
    squares += v * v
    changes += change * change
  }
  sums[0] = squares
  sums[1] = changes
}
