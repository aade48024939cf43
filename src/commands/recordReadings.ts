import * as yup from 'yup'
import { ASK_CODES } from '@/core/evidence/readEntry'
import { MOST_WORD, type Reading } from '@/core/evidence/reading'
import { UNITS } from '@/core/quantity/units'
import { VERDICTS } from '@/core/rules/verdict'
import { choice, figure, flag, id, instant, required, words } from '@/schemas/fields'
import { defineCommand } from './command'

/** By which door a reading came: somebody's hand, a gateway that was read, the memory of a tester, a stretch of a log or of live values. */
export const READING_SOURCES = ['typed', 'gateway', 'tester', 'log', 'live'] as const
export type ReadingSource = (typeof READING_SOURCES)[number]

/** One reading as it is sent: what the server knows itself (who, received when) is left out. */
export const readingInput = yup.object({
  id: id('reading').required(),
  jobId: id('job').required(),
  pointKey: words('Point', 120).required(required('Point')),
  slot: words('Slot', 60).required(required('Slot')),
  valueNumber: figure('Value').nullable().default(null),
  valueWord: words('Word', MOST_WORD).nullable().default(null),
  digits: words('Digits', 40).nullable().default(null),
  unit: choice('Unit', UNITS).default(''),
  bound: choice('Bound', ['above', 'below'] as const)
    .nullable()
    .default(null),
  /** What a person was asked before it was stored as it stands, and confirmed. */
  confirmed: yup
    .array()
    .of(choice('Confirmed', ASK_CODES).required())
    .max(ASK_CODES.length, 'Each question is confirmed once')
    .default([]),
  /** As devices write it that have not loaded the app anew since `confirmed` came; an entry may wait on them for weeks. */
  outOfRangeConfirmed: flag('Out of range').default(false),
  source: choice('Source', READING_SOURCES).default('typed'),
  instrumentId: id('instrument').nullable().default(null),
  recordedAt: instant('Time').required(required('Time')),
  supersedes: id('corrected reading').nullable().default(null),
  supersedeReason: words('Reason', 200).nullable().default(null),
  shownVerdict: choice('Verdict', VERDICTS).required(),
})
export type ReadingInput = yup.InferType<typeof readingInput>

/** Readings in one batch at most. */
export const MOST_READINGS = 200

/** Facts of a typed reading that stand in its detail; `null` where there are none. */
export function detailOf({
  bound,
  confirmed,
  source,
  clock = {},
}: Pick<ReadingInput, 'bound' | 'confirmed' | 'source'> & { clock?: Reading['detail'] }): Reading['detail'] {
  const detail = {
    ...clock,
    ...(bound !== null && { bound }),
    ...(confirmed.length > 0 && { confirmed }),
    ...(source !== 'typed' && { source }),
  }
  return Object.keys(detail).length > 0 ? detail : null
}

/** A reading as it is sent. */
export function inputOfReading(reading: Reading): ReadingInput {
  const { detail } = reading
  return {
    id: reading.id,
    jobId: reading.jobId,
    pointKey: reading.pointKey,
    slot: reading.slot,
    valueNumber: reading.valueNumber,
    valueWord: reading.valueWord,
    digits: reading.digits,
    unit: reading.unit,
    bound: detail?.bound === 'above' || detail?.bound === 'below' ? detail.bound : null,
    confirmed: Array.isArray(detail?.confirmed)
      ? ASK_CODES.filter((code) => (detail.confirmed as unknown[]).includes(code))
      : [],
    outOfRangeConfirmed: false,
    source: READING_SOURCES.find((source) => source === detail?.source) ?? 'typed',
    instrumentId: reading.instrumentId,
    recordedAt: reading.recordedAt,
    supersedes: reading.supersedes,
    supersedeReason: reading.supersedeReason,
    shownVerdict: reading.shownVerdict,
  }
}

/** Readings as they come in: each is looked at by itself. */
export const readingsList = yup
  .array()
  .strict()
  .of(yup.mixed<ReadingInput>().defined().nullable())
  .max(MOST_READINGS, `A batch holds ${MOST_READINGS} readings at most`)
  .required(required('Readings'))

/** Readings, each kept and acknowledged by itself. */
export const recordReadings = defineCommand({
  name: 'recordReadings',
  version: 1,
  schema: yup.object({ readings: readingsList }),
  apply: (record, { input: { readings }, by }) => {
    const fresh = new Set(readings.flatMap((reading) => reading?.id ?? []))
    // few come in, and thousands are there
    for (const { id } of record.readings) fresh.delete(id)
    const added = readings
      .filter((reading): reading is ReadingInput => reading !== null && fresh.has(reading.id))
      .map(({ bound, confirmed, outOfRangeConfirmed: _legacy, source, ...reading }): Reading => ({
        ...reading,
        detail: detailOf({ bound, confirmed, source }),
        recordedBy: by.userId,
        recordedByName: by.name,
        receivedAt: null,
      }))
    return added.length === 0 ? record : { ...record, readings: [...record.readings, ...added] }
  },
})
