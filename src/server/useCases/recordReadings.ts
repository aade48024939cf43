import { type ReadingInput, detailOf, readingInput, readingsList } from '@/commands/recordReadings'
import type { AskCode } from '@/core/evidence/readEntry'
import type { Instrument } from '@/core/installation/installation'
import { instant, isId } from '@/schemas/fields'
import type { Db } from '@/db/client'
import { sameContent } from '@/db/insertOnce'
import { type NewReading, addReadings, readingsById } from '@/db/queries/evidence'
import { instrumentsOfCrew } from '@/db/queries/instruments'
import * as yup from 'yup'
import { type Actor, signedBy } from '../access'
import { constraintOf, isDataFault } from '../databaseFault'
import { jobRecord } from '../jobAccess'
import { parseInput } from '../parseInput'
import { Problem } from '../problem'
import { clockAheadS, clockDetail, clockFault } from '../readings/deviceClock'
import { JobAtHand } from '../readings/jobAtHand'
import { confirmedOf, misfit } from '../readings/misfit'
import { usualInput } from '../readings/usualInput'
import { planAtHand } from '../readings/planAtHand'
import { defineUseCase } from '../useCase'

/** What became of one entry: only `stored` and `known` are acknowledged, so that nothing refused disappears from the outbox unseen. */
export interface Acknowledgement {
  id: string
  outcome: 'stored' | 'known' | 'refused'
  message: string | null
  /** The status that the refusal would have as an answer of its own. */
  status?: number
  /** Questions that a person may confirm, and then send it again as it stands. */
  asks?: readonly AskCode[]
}

const refused = (readingId: string, message: string, status = 422): Acknowledgement => ({
  id: readingId,
  outcome: 'refused',
  message,
  status,
})
const OTHER_CONTENT = 'Another reading has this id. Nothing was stored.'

/** What of a reading is its sender's: under one id it is always the same. */
const CONTENT = [
  'jobId',
  'pointKey',
  'slot',
  'valueNumber',
  'valueWord',
  'digits',
  'unit',
  'instrumentId',
  'recordedAt',
  'supersedes',
  'supersedeReason',
  'shownVerdict',
] as const

/** The bound is part of the figure; a clock’s fault or a confirmation may be worded otherwise at the second sending. */
const sameReading = (stored: NewReading, sent: Omit<NewReading, 'recordedBy' | 'byName'>) =>
  sameContent<Partial<NewReading>>(stored, sent, CONTENT) &&
  (stored.detail?.bound ?? null) === (sent.detail?.bound ?? null)

/** Refusals the database makes itself, in words. */
const REFUSALS: Readonly<Record<string, string>> = {
  reading_one_superseder: 'That reading was corrected by somebody else already. Look at the newer one first.',
  reading_corrects_own_job: 'The reading to correct is not in this job.',
  reading_correction_has_reason: 'A correction needs a reason.',
}

/** Takes in a batch from an outbox, in its order, and answers for each reading by itself. Sending twice is harmless. */
export const recordReadings = defineUseCase({
  name: 'recordReadings',
  via: 'route',
  schema: yup.object({ readings: readingsList, sentAt: instant('Sent').nullable().default(null) }),
  run: async (db, actor, { readings, sentAt }): Promise<Acknowledgement[]> => {
    const candidates = readings as unknown[]
    const now = new Date()
    const batch: Batch = {
      now,
      aheadS: clockAheadS(sentAt, now),
      instruments: once(() => instrumentsOfCrew(db, actor.crewId)),
      stored: await storedOf(db, candidates),
      rows: new Map(),
      jobs: new Map(),
    }
    try {
      // one insert, as long as there is nothing in it that the database refuses
      return await takeInTogether(db, actor, candidates, batch)
    } catch (error) {
      if (!isDataFault(error)) throw error
      return takeInOneByOne(db, actor, candidates, { ...batch, rows: new Map(), jobs: new Map() })
    }
  },
})

/** What one batch is taken in with. */
interface Batch {
  now: Date
  /** How far the device’s clock is ahead, where it is worth a word. */
  aheadS: number | null
  /** The crew's instruments, looked up when a reading names one. */
  instruments: () => Promise<readonly Instrument[]>
  /** Readings of it, and those it corrects, that are here already, by id. */
  stored: Map<string, NewReading>
  /** Those of it that are about to be stored. */
  rows: Map<string, NewReading>
  jobs: Map<string, JobAtHand | null>
}

/** What is fetched at its first use, and only then. */
function once<T>(fetch: () => Promise<T>): () => Promise<T> {
  let fetched: Promise<T> | null = null
  return () => (fetched ??= fetch())
}

const givenId = (candidate: unknown) => String((candidate as { id?: unknown } | null)?.id ?? '').slice(0, 64)

/** Those of a batch that were taken in before, and those that it corrects, in one look. */
async function storedOf(db: Db, readings: readonly unknown[]): Promise<Map<string, NewReading>> {
  const ids = readings
    .flatMap((candidate) => {
      const { id: own, supersedes } = (candidate ?? {}) as { id?: unknown; supersedes?: unknown }
      return [own, supersedes]
    })
    .filter((one): one is string => typeof one === 'string' && isId(one))
  const rows = ids.length === 0 ? [] : await readingsById(db, [...new Set(ids)])
  return new Map(rows.map((row) => [row.id, row]))
}

type Ready = { row: NewReading } | { told: Acknowledgement }

/** The row a reading becomes, or what it is told instead. */
async function readyOf(db: Db, actor: Actor, candidate: unknown, batch: Batch): Promise<Ready> {
  const { jobs, instruments, stored, now, aheadS } = batch
  try {
    const input = usualInput(candidate) ?? parseInput(readingInput, candidate)
    if (!jobs.has(input.jobId)) jobs.set(input.jobId, await jobAtHand(db, actor, input.jobId))
    const job = jobs.get(input.jobId)
    if (!job) return { told: refused(input.id, 'There is no such job in your crew.', 404) }
    const { bound, confirmed: _confirmed, outOfRangeConfirmed: _legacy, source, ...sent } = input
    const detail = detailOf({ bound, confirmed: confirmedOf(input), source, clock: clockDetail(input, aheadS, now) })
    // what has been taken in stays so, whatever the plan and the holds have become since its answer was lost
    const known = stored.get(input.id)
    if (known)
      return {
        told: sameReading(known, { ...sent, detail })
          ? { id: input.id, outcome: 'known', message: null }
          : refused(input.id, OTHER_CONTENT, 409),
      }
    const wrong = await misfit(input, job.point(input.pointKey), job, instruments)
    if (wrong) return { told: { ...refused(input.id, wrong.message), ...(wrong.asks && { asks: wrong.asks }) } }
    const fault = clockFault(input, now) ?? strayCorrection(input, batch)
    if (fault !== null) return { told: refused(input.id, fault) }
    const row = { ...sent, detail, recordedBy: actor.userId, ...signedBy(actor) }
    job.add({ ...sent, detail, recordedBy: actor.userId, recordedByName: actor.name, receivedAt: null })
    return { row }
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    return { told: refused(givenId(candidate), error.message, error.status) }
  }
}

/** A correction stays on its own slot: it may not take another point's evidence away. What is not there at all, the database refuses. */
function strayCorrection(
  { supersedes, pointKey, slot, jobId }: Pick<ReadingInput, 'supersedes' | 'pointKey' | 'slot' | 'jobId'>,
  { stored, rows }: Pick<Batch, 'stored' | 'rows'>,
): string | null {
  const corrected = supersedes === null ? undefined : (stored.get(supersedes) ?? rows.get(supersedes))
  const stray =
    corrected !== undefined && corrected.jobId === jobId && (corrected.pointKey !== pointKey || corrected.slot !== slot)
  return stray ? 'A correction names a reading of the same point.' : null
}

/** The whole batch with one insert. @throws what the database says of it, and then none of it is stored */
async function takeInTogether(
  db: Db,
  actor: Actor,
  candidates: readonly unknown[],
  batch: Batch,
): Promise<Acknowledgement[]> {
  const ready: Ready[] = []
  const { rows } = batch
  for (const candidate of candidates) {
    const one = await readyOf(db, actor, candidate, batch)
    const earlier = 'row' in one ? rows.get(one.row.id) : undefined
    if ('row' in one && !earlier) rows.set(one.row.id, one.row)
    ready.push('row' in one && earlier ? { told: toldTwice(earlier, one.row) } : one)
  }
  const added = await addReadings(db, [...rows.values()])
  const missed = [...rows.keys()].filter((key) => !added.has(key))
  // somebody else sent them between the look and the insert
  const elsewhere = new Map((await readingsById(db, missed)).map((row) => [row.id, row]))
  return ready.map((one) => {
    if ('told' in one) return one.told
    if (added.has(one.row.id)) return { id: one.row.id, outcome: 'stored', message: null }
    const stored = elsewhere.get(one.row.id)
    return stored ? toldTwice(stored, one.row) : refused(one.row.id, OTHER_CONTENT, 409)
  })
}

const toldTwice = (first: NewReading, second: NewReading): Acknowledgement =>
  sameReading(first, second) ? { id: first.id, outcome: 'known', message: null } : refused(first.id, OTHER_CONTENT, 409)

/** One reading after the other, each with an insert of its own: what the database refuses does not take its neighbours along. */
async function takeInOneByOne(
  db: Db,
  actor: Actor,
  candidates: readonly unknown[],
  batch: Batch,
): Promise<Acknowledgement[]> {
  const told: Acknowledgement[] = []
  for (const candidate of candidates) {
    try {
      const one = { ...batch, rows: new Map<string, NewReading>() }
      told.push(...(await takeInTogether(db, actor, [candidate], one)))
      for (const [key, row] of one.rows) batch.stored.set(key, row)
    } catch (error) {
      if (!isDataFault(error)) throw error
      const constraint = constraintOf(error)
      const words = constraint === null ? null : REFUSALS[constraint]
      told.push(refused(givenId(candidate), words ?? 'The database does not take this reading. Look at it again.'))
      // it was counted in when it was looked at; what follows is held against what is stored
      batch.jobs.clear()
    }
  }
  return told
}

async function jobAtHand(db: Db, actor: Actor, jobId: string): Promise<JobAtHand | null> {
  const plan = await planAtHand(db, actor.crewId, jobId)
  return plan && new JobAtHand(plan.points, () => jobRecord(db, plan.job))
}
