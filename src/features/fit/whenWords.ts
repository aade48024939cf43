import { clockText } from '@/core/fit/clockText'
import { DAY_MIN } from '@/core/fit/crewDay'

/** A minute of the schedule in words, with its day when it is a later one. */
export const whenWords = (minutes: number): string =>
  minutes >= DAY_MIN ? `${clockText(minutes)} on day ${Math.floor(minutes / DAY_MIN) + 1}` : clockText(minutes)
