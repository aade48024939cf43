import { v7 as uuidv7 } from 'uuid'
import type { EnteredValue, Target } from '@/core/evidence/quickLine'
import type { Instrument, Measured } from '@/core/installation/installation'
import type { Reading } from '@/core/evidence/reading'

/** Who enters, where and with what. */
export interface Hand {
  jobId: string
  userId: string
  userName: string
  instrumentFor: (measures: Measured | null) => Instrument | null
}

/** A reading as this device makes it: its id and clock are the device's, the server's clock comes later. */
export function makeReading(
  { point, slot }: Target,
  value: EnteredValue,
  { jobId, userId, userName, instrumentFor }: Hand,
  now: Date,
  correction: { supersedes: string; reason: string } | null = null,
): Reading {
  return {
    id: uuidv7({ msecs: now.getTime() }),
    jobId,
    pointKey: point.key,
    slot: slot.id,
    ...value,
    detail: null,
    // an instrument stands behind a measured number only, not behind a word somebody said
    instrumentId:
      slot.input.kind === 'quantity' && value.valueNumber !== null
        ? (instrumentFor(slot.input.measures)?.id ?? null)
        : null,
    recordedBy: userId,
    recordedByName: userName,
    recordedAt: now.toISOString(),
    receivedAt: null,
    supersedes: correction?.supersedes ?? null,
    supersedeReason: correction?.reason ?? null,
    shownVerdict: 'open',
  }
}
