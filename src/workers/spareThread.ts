/**
 * A thread that is started while nobody waits for it: starting one and looking at its script takes as long as reading a recording does.
 *
 * @example const spare = new SpareThread(() => new Worker(url)); spare.ready(); …; const thread = spare.take()
 */
export class SpareThread {
  #spare: Worker | null = null

  constructor(private readonly start: () => Worker) {}

  /**
   * Starts one, if there is none.
   *
   * @param practise has it run its code once before it is wanted
   */
  ready(practise: (spare: Worker) => void = () => {}): void {
    if (this.#spare !== null) return
    const spare = this.start()
    // one that cannot load dies unseen, and whoever takes the next one is told
    spare.addEventListener('error', () => {
      if (this.#spare === spare) this.#spare = null
    })
    this.#spare = spare
    practise(spare)
  }

  /** The one that is there, or a new one; whoever takes it ends it. */
  take(): Worker {
    const taken = this.#spare ?? this.start()
    this.#spare = null
    return taken
  }

  /** Ends the one that nobody took. */
  putAway(): void {
    this.#spare?.terminate()
    this.#spare = null
  }
}
