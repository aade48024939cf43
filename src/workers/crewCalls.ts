import type { CrewDayInput } from '@/core/fit/crewDay'
import { type CrewSchedule, crewSchedule } from '@/core/fit/crewSchedule'

/** Time the search may take before the best so far is told. */
const MOST_MS = 1500

/** Calls of the worker that plans the crew's day. */
export const crewCalls = {
  /** F-5: the best schedule found within a second and a half, with its bound. */
  schedule(input: CrewDayInput): CrewSchedule {
    const until = performance.now() + MOST_MS
    return crewSchedule(input, { stopped: () => performance.now() > until })
  },
}
