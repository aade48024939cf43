interface Window {
  /** When the window began, in ms. */
  began: number
  count: number
  before: number
}

/**
 * Counts attempts under a key in a window that slides, and says when there were too many. Bounded in memory: the keys that were asked for longest ago are
 * forgotten first.
 */
export class Attempts {
  private readonly windows = new Map<string, Window>()

  constructor(private readonly bounds: { most: number; windowMs: number; mostKeys: number }) {}

  /** Attempts that count now: all of this window, and of the one before as much as still lies in a window's length. */
  private weightOf({ began, count, before }: Window, now: number): number {
    return count + before * Math.max(0, 1 - (now - began) / this.bounds.windowMs)
  }

  private at(key: string, now: number): Window {
    const known = this.windows.get(key)
    const { windowMs } = this.bounds
    if (!known || now - known.began >= 2 * windowMs) return { began: now, count: 0, before: 0 }
    return now - known.began >= windowMs ? { began: known.began + windowMs, count: 0, before: known.count } : known
  }

  /** Whether one more would be too many; counts nothing. */
  isFull(key: string, now = Date.now()): boolean {
    return this.weightOf(this.at(key, now), now) >= this.bounds.most
  }

  /** Counts one attempt. */
  count(key: string, now = Date.now()): void {
    const window = this.at(key, now)
    this.windows.delete(key)
    this.windows.set(key, { ...window, count: window.count + 1 })
    const [oldest] = this.windows.keys()
    if (this.windows.size > this.bounds.mostKeys && oldest !== undefined) this.windows.delete(oldest)
  }

  /** Counts one attempt if it is not too many; answers whether it was let through. */
  take(key: string, now = Date.now()): boolean {
    if (this.isFull(key, now)) return false
    this.count(key, now)
    return true
  }

  forget(key: string): void {
    this.windows.delete(key)
  }
}
