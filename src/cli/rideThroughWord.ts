import { RIDE_THROUGH_WORDS, type RideThroughClass } from '@/core/outage/rideThrough'

/** A class as the command line prints it, such as `long pause`; `null` for none. */
export const rideThroughWord = (code: RideThroughClass | null): string | null =>
  code === null ? null : RIDE_THROUGH_WORDS[code]
