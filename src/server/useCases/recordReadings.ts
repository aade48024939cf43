import { type ReadingInput, detailOf, readingInput, recordReadings as command } from '@/commands/recordReadings'
import { benchOf } from '@/core/evidence/bench'
import { askWords, refusalWords } from '@/core/evidence/entryWords'
import { familyOf } from '@/core/evidence/families'
import type { HoldStep } from '@/core/evidence/holdSteps'
import type { JobRecord } from '@/core/evidence/judge'
import { heldBy } from '@/core/evidence/next'
import type { Point, Slot } from '@/core/evidence/point'
import { pointsOf } from '@/core/evidence/points'
import { type AskCode, type Offered, afterConfirming, readEntry } from '@/core/evidence/readEntry'
import { WITHDRAWN } from '@/core/evidence/reading'
import type { Instrument } from '@/core/installation/installation'
import { id } from '@/schemas/fields'
import type { Db } from '@/db/client'
import { type NewReading, addReadings, instrumentsOfCrew, readingsById } from '@/db/queries/evidence'
import type { Actor } from '../access'
import { jobOfActor, jobRecord } from '../jobAccess'
import { parseInput } from '../parseInput'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { constraintOf } from './items'

/** What became of one entry: only `stored` and `known` are acknowledged, so that nothing refused disappears from the outbox unseen. */
export interface Acknowledgement {
  id: string
  outcome: 'stored' | 'known' | 'refused'
  message: string | null
  /** Questions that a person may confirm, and then send it again as it stands. */
  asks?: readonly AskCode[]
}

/** One job as a batch finds it: its points, and the holds as they stand with what the batch has stored so far. */
class JobAtHand {
  readonly #points: ReadonlyMap<string, Point>
  #record: JobRecord
  #holds: ReturnType<typeof benchOf>['holds'] | null = null

  constructor(record: JobRecord) {
    this.#record = record
    this.#points = new Map(pointsOf(record.installation).map((point) => [point.key, point]))
  }

  point(key: string): Point | undefined {
    return this.#points.get(key)
  }

  /** The step that the point waits for and that is held; worked out anew only while something is held. */
  heldBy(point: Point): HoldStep | null {
    if (familyOf(point).waitsFor === null) return null
    this.#holds ??= benchOf(this.#record).holds
    return heldBy(point, this.#holds)?.step ?? null
  }

  add(reading: JobRecord['readings'][number]): void {
    this.#record = { ...this.#record, readings: [...this.#record.readings, reading] }
    if (this.#holds?.some(({ released }) => !released)) this.#holds = null
  }
}

/** What a reading offers to the rule of entry. */
function offeredOf({ valueNumber, valueWord, digits, unit, bound }: ReadingInput, slot: Slot): Offered | null {
  if ((valueNumber === null) === (valueWord === null)) return null
  if (valueNumber !== null) return { kind: 'figure', value: valueNumber, unit, digits, bound }
  return slot.input.kind === 'text' ? { kind: 'typed', text: valueWord ?? '' } : { kind: 'word', word: valueWord ?? '' }
}

/** A device that has not loaded the app anew asked about range and sign, and wrote one flag for both. */
const confirmedOf = ({ confirmed, outOfRangeConfirmed }: ReadingInput): AskCode[] =>
  outOfRangeConfirmed ? [...new Set<AskCode>([...confirmed, 'outOfRange', 'belowZero'])] : confirmed

/** Why a reading cannot be stored as it is; `null` when it can. The rule is the one of every other door. */
function misfit(
  input: ReadingInput,
  point: Point | undefined,
  job: JobAtHand,
  instruments: readonly Instrument[],
): { message: string; asks?: readonly AskCode[] } | null {
  const slot = point?.slots.find(({ id }) => id === input.slot)
  if (!point || !slot) return { message: 'This point is not in the plan any more.' }
  if (input.supersedes !== null && input.valueWord === WITHDRAWN) return null
  const instrument =
    input.instrumentId === null ? null : (instruments.find(({ id }) => id === input.instrumentId) ?? 'stranger')
  if (instrument === 'stranger') return { message: 'The instrument is not one of this crew’s.' }
  const offered = offeredOf(input, slot)
  if (!offered) return { message: refusalWords({ code: 'wantsNumberOrWord' }, slot) }
  const answer = afterConfirming(
    readEntry(slot, offered, { instrument, heldBy: job.heldBy(point) }),
    confirmedOf(input),
  )
  switch (answer.kind) {
    case 'ready':
      return null
    case 'refused':
      return { message: refusalWords(answer.why, slot) }
    case 'ask':
      return {
        message: `${answer.asks.map(askWords).join(' ')} Confirm it, or correct it.`,
        asks: answer.asks.map(({ code }) => code),
      }
  }
}

const readingId = id('reading').required()

const sameContent = (
  stored: NewReading,
  input: Pick<NewReading, 'jobId' | 'pointKey' | 'slot' | 'valueNumber' | 'valueWord'>,
) =>
  stored.jobId === input.jobId &&
  stored.pointKey === input.pointKey &&
  stored.slot === input.slot &&
  stored.valueNumber === input.valueNumber &&
  stored.valueWord === input.valueWord

/** Refusals the database makes itself, in words. */
const REFUSALS: Readonly<Record<string, string>> = {
  reading_one_superseder: 'That reading was corrected by somebody else already. Look at the newer one first.',
  reading_corrects_own_job: 'The reading to correct is not in this job.',
  reading_correction_has_reason: 'A correction needs a reason.',
}

/** A correction stays on its own slot: it may not take another point's evidence away. What is not there at all, the database refuses. */
async function strayCorrection(
  db: Db,
  { supersedes, pointKey, slot, jobId }: Pick<ReadingInput, 'supersedes' | 'pointKey' | 'slot' | 'jobId'>,
): Promise<string | null> {
  if (supersedes === null) return null
  const [corrected] = await readingsById(db, [supersedes])
  const stray =
    corrected !== undefined && corrected.jobId === jobId && (corrected.pointKey !== pointKey || corrected.slot !== slot)
  return stray ? 'A correction names a reading of the same point.' : null
}

async function addOne(db: Db, row: NewReading): Promise<Acknowledgement> {
  try {
    // its own savepoint: a refusal must not take the readings around it along
    const added = await db.transaction((tx) => addReadings(tx, [row]))
    if (added.has(row.id)) return { id: row.id, outcome: 'stored', message: null }
  } catch (error) {
    const constraint = constraintOf(error)
    if (constraint === null) throw error
    return {
      id: row.id,
      outcome: 'refused',
      message: REFUSALS[constraint] ?? `The database refuses it (${constraint}).`,
    }
  }
  const [stored] = await readingsById(db, [row.id])
  return stored && sameContent(stored, row)
    ? { id: row.id, outcome: 'known', message: null }
    : { id: row.id, outcome: 'refused', message: 'Another reading has this id.' }
}

/** Takes in a batch from an outbox, in its order, and answers for each reading by itself. Sending twice is harmless. */
export const recordReadings = defineUseCase({
  name: 'recordReadings',
  via: 'route',
  schema: command.schema,
  run: async (db, actor, { readings }): Promise<Acknowledgement[]> => {
    const batch: Batch = {
      instruments: await instrumentsOfCrew(db, actor.crewId),
      stored: await storedOf(db, readings as unknown[]),
      jobs: new Map(),
    }
    const acknowledgements: Acknowledgement[] = []
    for (const candidate of readings as unknown[]) {
      const given = String((candidate as { id?: unknown } | null)?.id ?? '')
      try {
        acknowledgements.push(await takeIn(db, actor, parseInput(readingInput, candidate), batch))
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        acknowledgements.push({ id: given, outcome: 'refused', message: error.message })
      }
    }
    return acknowledgements
  },
})

/** What one batch is taken in with. */
interface Batch {
  instruments: readonly Instrument[]
  /** Readings that are here already, by id. */
  stored: ReadonlyMap<string, NewReading>
  jobs: Map<string, JobAtHand | null>
}

/** Those of a batch that were taken in before, in one look. */
async function storedOf(db: Db, readings: readonly unknown[]): Promise<Map<string, NewReading>> {
  const ids = readings
    .map((candidate) => (candidate as { id?: unknown } | null)?.id)
    .filter((one): one is string => readingId.isValidSync(one))
  const rows = ids.length === 0 ? [] : await readingsById(db, ids)
  return new Map(rows.map((row) => [row.id, row]))
}

async function takeIn(
  db: Db,
  actor: Actor,
  input: ReadingInput,
  { jobs, instruments, stored }: Batch,
): Promise<Acknowledgement> {
  if (!jobs.has(input.jobId)) jobs.set(input.jobId, await jobAtHand(db, actor, input.jobId))
  const job = jobs.get(input.jobId)
  if (!job) throw new Problem(404, 'There is no such job in your crew.')
  // what has been taken in stays so, whatever the plan and the holds have become since its answer was lost
  const known = stored.get(input.id)
  if (known && sameContent(known, input)) return { id: input.id, outcome: 'known', message: null }
  const wrong = misfit(input, job.point(input.pointKey), job, instruments)
  if (wrong) return { id: input.id, outcome: 'refused', ...wrong }
  const stray = await strayCorrection(db, input)
  if (stray) throw new Problem(422, stray)
  const { bound, confirmed: _confirmed, outOfRangeConfirmed: _legacy, source, ...row } = input
  const detail = detailOf({ bound, confirmed: confirmedOf(input), source })
  const acknowledgement = await addOne(db, { ...row, detail, recordedBy: actor.userId })
  if (acknowledgement.outcome === 'stored')
    job.add({ ...row, detail, recordedBy: actor.userId, recordedByName: actor.name, receivedAt: null })
  return acknowledgement
}

async function jobAtHand(db: Db, actor: Actor, jobId: string): Promise<JobAtHand | null> {
  try {
    return new JobAtHand(await jobRecord(db, await jobOfActor(db, actor, jobId)))
  } catch (error) {
    if (error instanceof Problem) return null
    throw error
  }
}
