import { v7 as uuidv7 } from 'uuid'
import { type ReadingSource, detailOf } from '@/commands/recordReadings'
import type { Target } from '@/core/evidence/quickLine'
import type { AskCode, EnteredValue } from '@/core/evidence/readEntry'
import { type Reading, WITHDRAWN } from '@/core/evidence/reading'
import type { Instrument, Measured } from '@/core/installation/installation'

/** Who enters, where and with what. */
export interface Hand {
  jobId: string
  userId: string
  userName: string
  instrumentFor: (measures: Measured | null) => Instrument | null
}

/** What stands beside a value: what it corrects and why, and what a person confirmed. */
export interface EntryFacts {
  correction?: { supersedes: string; reason: string } | null
  confirmed?: readonly AskCode[]
  source?: ReadingSource
}

/** A reading as this device makes it: its id and clock are the device's, the server's clock comes later. */
export function makeReading(
  { point, slot }: Target,
  { bound, ...value }: EnteredValue,
  { jobId, userId, userName, instrumentFor }: Hand,
  now: Date,
  { correction = null, confirmed = [], source = 'typed' }: EntryFacts = {},
): Reading {
  const measured = slot.input.kind === 'quantity' && value.valueNumber !== null ? slot.input.measures : null
  return {
    id: uuidv7({ msecs: now.getTime() }),
    jobId,
    pointKey: point.key,
    slot: slot.id,
    ...value,
    detail: detailOf({ bound, confirmed: [...confirmed], source }),
    // an instrument stands behind a measured number only, not behind a word somebody said
    instrumentId: measured === null ? null : (instrumentFor(measured)?.id ?? null),
    recordedBy: userId,
    recordedByName: userName,
    recordedAt: now.toISOString(),
    receivedAt: null,
    supersedes: correction?.supersedes ?? null,
    supersedeReason: correction?.reason ?? null,
    shownVerdict: 'open',
  }
}

/** An entry taken back: a correction that leaves nothing in its place. */
export const withdrawalOf = (reading: Reading, reason: string, { userId, userName }: Hand, now: Date): Reading => ({
  ...reading,
  id: uuidv7({ msecs: now.getTime() }),
  valueNumber: null,
  valueWord: WITHDRAWN,
  digits: null,
  unit: '',
  detail: null,
  instrumentId: null,
  recordedBy: userId,
  recordedByName: userName,
  recordedAt: now.toISOString(),
  receivedAt: null,
  supersedes: reading.id,
  supersedeReason: reason,
})
