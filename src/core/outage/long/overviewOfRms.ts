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

  /** A block in which no half cycle ended is as the one before it: at a higher rate a half cycle is longer than a block may be. */
  get seen(): RmsOverview {
    const low = this.#low.slice(0, this.#used)
    const high = this.#high.slice(0, this.#used)
    for (let block = 0; block < this.#used; block++) {
      if ((low[block] as number) <= (high[block] as number)) continue
      low[block] = low[block - 1] ?? 0
      high[block] = high[block - 1] ?? 0
    }
    return { rowsPerBlock: this.rowsPerBlock, low, high }
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
