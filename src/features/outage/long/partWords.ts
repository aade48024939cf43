import type { DisturbanceKind } from '@/core/outage/long/disturbance'
import type { RecordingPart } from '@/core/outage/long/recordingParts'
import { timeOfRowS } from '@/core/outage/long/rowClock'
import type { LongScan } from '@/core/outage/long/scanRecording'
import { localTimeLater } from '@/core/outage/localTimeLater'
import { formatDuration } from '@/core/quantity/formatQuantity'

/** What is said of a part first: the gravest of what happened in it. */
const WORDS: readonly (readonly [DisturbanceKind, string])[] = [
  ['lost', 'voltage lost'],
  ['low', 'voltage low'],
  ['high', 'voltage high'],
  ['jump', 'the wave jumped'],
  ['back', 'voltage back'],
  ['inrush', 'a motor or the like started'],
]

/**
 * What happened in a part, as far as looking through the recording says: the figures come from the part itself.
 *
 * @example partWords({ lostS: 2.7, … }) // 'voltage lost for about 2.7 s'
 */
export function partWords({ kinds, lostS }: Pick<RecordingPart, 'kinds' | 'lostS'>): string {
  if (lostS > 0) return `voltage lost for about ${formatDuration(1000 * lostS)}`
  return WORDS.find(([kind]) => kinds.includes(kind))?.[1] ?? 'nothing happened'
}

const two = (value: number) => String(value).padStart(2, '0')

/** Where in the recording something happened: from its beginning, and by the recorder's clock where it has one. */
export function partPlace(
  { firstRow }: Pick<RecordingPart, 'firstRow'>,
  scan: Pick<LongScan, 'clock' | 'startedAt'>,
): string {
  const atS = timeOfRowS(scan.clock, firstRow)
  const minutes = Math.floor(atS / 60)
  const clock = localTimeLater(scan.startedAt, atS)?.slice(11, 19)
  return `${minutes}:${two(Math.floor(atS % 60))} min${clock ? `, ${clock}` : ''}`
}
