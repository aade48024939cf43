/** Lowest and highest RMS of a channel over a long recording, in blocks that grow with it. */
export interface RmsOverview {
  /** Rows a block stands for. */
  rowsPerBlock: number
  low: Float32Array
  high: Float32Array
}

const BLOCKS = 2048

/** Keeps an overview of a length nobody knows yet: when it is full, two blocks become one. */
export class OverviewOfRms {
  #low = new Float32Array(BLOCKS).fill(Infinity)
  #high = new Float32Array(BLOCKS).fill(-Infinity)
  #used = 0

  constructor(private rowsPerBlock: number) {}

  add(row: number, rms: number): void {
    while (row >= this.rowsPerBlock * BLOCKS) this.#halve()
    const block = Math.floor(row / this.rowsPerBlock)
    this.#used = block + 1
    if (rms < (this.#low[block] as number)) this.#low[block] = rms
    if (rms > (this.#high[block] as number)) this.#high[block] = rms
  }

  get seen(): RmsOverview {
    return {
      rowsPerBlock: this.rowsPerBlock,
      low: this.#low.slice(0, this.#used),
      high: this.#high.slice(0, this.#used),
    }
  }

  #halve(): void {
    this.rowsPerBlock *= 2
    for (let block = 0; block < BLOCKS; block++) {
      const [one, next] = [2 * block, 2 * block + 1]
      const isPast = next >= BLOCKS
      this.#low[block] = isPast ? Infinity : Math.min(this.#low[one] as number, this.#low[next] as number)
      this.#high[block] = isPast ? -Infinity : Math.max(this.#high[one] as number, this.#high[next] as number)
    }
  }
}
