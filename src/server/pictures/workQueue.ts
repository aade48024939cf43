import { Problem } from '../problem'

/** Work of one kind that waits its turn: so many at once, so many waiting, the rest is turned away at once. */
export class WorkQueue {
  private running = 0
  private readonly waiting: (() => void)[] = []

  constructor(
    private readonly bounds: { atOnce: number; mostWaiting: number },
    private readonly busy: string,
  ) {}

  /** @throws Problem 503 where too much waits already */
  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.running >= this.bounds.atOnce) {
      if (this.waiting.length >= this.bounds.mostWaiting) throw new Problem(503, this.busy)
      await new Promise<void>((turn) => this.waiting.push(turn))
    } else this.running++
    try {
      return await work()
    } finally {
      // a turn is handed on, not given back and fought for
      const next = this.waiting.shift()
      if (next) next()
      else this.running--
    }
  }
}
