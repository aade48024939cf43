/** Calls that come close together, carried out as one. */
export interface Gathered {
  ask: () => void
  cancel: () => void
}

/**
 * Gathers calls: the first is carried out after `waitMs`, and whatever is asked until then with it. What is asked while it runs is carried out once more
 * afterwards, never beside it.
 */
export function gather(work: () => Promise<unknown>, waitMs: number): Gathered {
  let timer: ReturnType<typeof setTimeout> | null = null
  let running = false
  let again = false
  const run = async () => {
    timer = null
    running = true
    try {
      await work()
    } catch {
      // whoever works tells of its failures itself
    } finally {
      running = false
      if (again) {
        again = false
        ask()
      }
    }
  }
  function ask(): void {
    if (running) again = true
    else timer ??= setTimeout(() => void run(), waitMs)
  }
  return {
    ask,
    cancel: () => {
      if (timer !== null) clearTimeout(timer)
      timer = null
      again = false
    },
  }
}
