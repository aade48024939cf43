/**
 * What was worked out, by what it was worked out from; what was asked for last is kept longest.
 *
 * @example const sums = new Remembered<number>(16); sums.get(key) ?? sums.keep(key, workOut())
 */
export class Remembered<V> {
  readonly #values = new Map<string, V>()

  /** @param most how many are kept */
  constructor(private readonly most: number) {}

  get(key: string): V | undefined {
    const value = this.#values.get(key)
    return value === undefined ? undefined : this.keep(key, value)
  }

  /** @returns the value */
  keep(key: string, value: V): V {
    this.#values.delete(key)
    this.#values.set(key, value)
    const [oldest] = this.#values.keys()
    if (this.#values.size > this.most && oldest !== undefined) this.#values.delete(oldest)
    return value
  }
}
