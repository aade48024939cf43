import { v5 as uuidv5 } from 'uuid'
import type { AskCode, EnteredValue } from '@/core/evidence/readEntry'
import type { Target } from '@/core/evidence/quickLine'
import type { Reading } from '@/core/evidence/reading'
import type { TesterRow } from '@/core/testerMemory/testerRows'
import { type Hand, makeReading } from '../job/makeReading'

/** Ids of readings that come from testers are made in this space of names. */
const NAMES = '0f3b6c1e-6f0e-4d0b-9d52-7c1f1f6b8a10'

/** The id of one value of one tester's memory on one slot of a job: read in again, it is the same reading. */
export const testerReadingId = (jobId: string, instrumentId: string | null, row: TesterRow, { point, slot }: Target) =>
  uuidv5(
    [
      jobId,
      instrumentId ?? '',
      point.key,
      slot.id,
      row.number,
      row.timeText,
      row.place,
      row.test,
      row.value,
      row.unit,
    ].join('\u0000'),
    NAMES,
  )

/** A value of a tester's memory as a reading: with the tester's own time, and an id that tells it again. */
export function testerReading(
  row: TesterRow,
  { target, value, confirmed }: { target: Target; value: EnteredValue; confirmed: readonly AskCode[] },
  hand: Hand,
  instrumentId: string | null,
  now: Date,
): Reading {
  return {
    ...makeReading(target, value, hand, now, { confirmed, source: 'tester' }),
    id: testerReadingId(hand.jobId, instrumentId, row, target),
    recordedAt: row.at === null || row.at === 'unreadable' ? now.toISOString() : row.at,
  }
}
