import type { ReadingInput } from '@/commands/recordReadings'
import { CLOCK_AHEAD } from '@/core/evidence/reading'

/** A clock that is this far off is a clock that is set wrong, and not the time that sending took. */
const NOTABLE_S = 120
const DAY_S = 86_400

/** How far a device's clock is ahead of the server's, in whole seconds; `null` where it is not worth a word, or the device did not say. */
export function clockAheadS(sentAt: string | null, now: Date): number | null {
  if (sentAt === null) return null
  const ahead = Math.round((Date.parse(sentAt) - now.getTime()) / 1000)
  return Math.abs(ahead) > NOTABLE_S ? ahead : null
}

/** What a reading keeps of a clock that is set wrong: a device that does not tell is at least as far ahead as its reading is. */
export function clockDetail(
  { recordedAt }: Pick<ReadingInput, 'recordedAt'>,
  told: number | null,
  now: Date,
): Readonly<Record<string, unknown>> {
  const ahead = told ?? clockAheadS(recordedAt, now)
  return ahead !== null && (told !== null || ahead > 0) ? { [CLOCK_AHEAD]: ahead } : {}
}

/** Why a reading's time cannot be taken; `null` when it can. */
export function clockFault({ recordedAt }: Pick<ReadingInput, 'recordedAt'>, now: Date): string | null {
  return Date.parse(recordedAt) - now.getTime() > DAY_S * 1000
    ? `It says that it was measured at ${recordedAt.slice(0, 16)}, more than a day from now. Set this device’s clock right, and measure it again.`
    : null
}
