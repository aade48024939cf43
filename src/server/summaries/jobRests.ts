/** How much longer than it took a job rests before it is worked out again: at most a fifth of a processor goes to one that never stands still. */
const TIMES_AS_LONG = 4
/** What the list says of a job is never older than this for its resting. */
const LONGEST_MS = 10_000

/**
 * Jobs that were worked out a moment ago and rest, each in proportion to the time that it took: an everyday job does not notice, and a
 * very long one into which readings pour leaves the processor to what takes them in.
 *
 * @example const rests = jobRests(() => 0); rests.workedOut('a', 300); rests.isResting('a') // true, until 1200 ms
 */
export function jobRests(nowMs: () => number) {
  const untilMs = new Map<string, number>()
  const forget = () => {
    const now = nowMs()
    for (const [jobId, until] of untilMs) if (until <= now) untilMs.delete(jobId)
  }
  return {
    isResting: (jobId: string) => (untilMs.get(jobId) ?? -Infinity) > nowMs(),
    workedOut: (jobId: string, tookMs: number) => {
      forget()
      untilMs.set(jobId, nowMs() + Math.min(LONGEST_MS, TIMES_AS_LONG * tookMs))
    },
    /** How many there are at most. */
    count: () => untilMs.size,
  }
}

export type JobRests = ReturnType<typeof jobRests>
