const BEAT_MS = 250
/** A beat that comes later than this finds that the process stood still in between. */
const LATE_MS = 2 * BEAT_MS

let lastBeatMs = performance.now()
let untilLastBeatMs = 0

function sinceLastBeatMs(nowMs: number): number {
  const apartMs = nowMs - lastBeatMs
  return apartMs > LATE_MS ? apartMs - BEAT_MS : 0
}

setInterval(() => {
  const nowMs = performance.now()
  untilLastBeatMs += sinceLastBeatMs(nowMs)
  lastBeatMs = nowMs
}, BEAT_MS).unref()

/** For how long this process stood still since it began: up to half a second at once counts as nothing. */
const stoodStillMs = (): number => untilLastBeatMs + sinceLastBeatMs(performance.now())

/**
 * Asks again where patience ended only because this process stood still: its machine was paused or had no processor for it, or a computation
 * held up everything else. A timer then runs out before the answer that has long come is looked at.
 *
 * @param patienceMs how long one asking waits by itself; awake, all of them together wait less than twice that
 * @param isImpatience whether an error says that patience ended, and nothing else
 * @throws what the last asking threw
 * @example await whileAwake(3000, isTimeout, () => pool.connect())
 */
export async function whileAwake<T>(
  patienceMs: number,
  isImpatience: (error: unknown) => boolean,
  ask: () => Promise<T>,
): Promise<T> {
  const beganMs = performance.now()
  const stoodBeforeMs = stoodStillMs()
  for (;;) {
    try {
      return await ask()
    } catch (error) {
      const waitedAwakeMs = performance.now() - beganMs - (stoodStillMs() - stoodBeforeMs)
      if (!isImpatience(error) || waitedAwakeMs >= patienceMs) throw error
    }
  }
}
