import * as yup from 'yup'
import { pointsOf } from '@/core/evidence/points'
import type { Point, Slot } from '@/core/evidence/point'
import { WITHDRAWN } from '@/core/evidence/reading'
import type { Instrument } from '@/core/installation/installation'
import { UNITS } from '@/core/quantity/units'
import { VERDICTS } from '@/core/rules/verdict'
import type { Db } from '@/db/client'
import { type NewReading, addReadings, instrumentsOfCrew, readingsById } from '@/db/queries/evidence'
import { installationsOf } from '@/db/queries/installations'
import type { Actor } from '../access'
import { choice, figure, flag, id, required, words } from '@/schemas/fields'
import { jobOfActor } from '../jobAccess'
import { parseInput } from '../parseInput'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { constraintOf } from './items'

const readingInput = yup.object({
  id: id('reading').required(),
  jobId: id('job').required(),
  pointKey: words('Point', 120).required(required('Point')),
  slot: words('Slot', 60).required(required('Slot')),
  valueNumber: figure('Value').nullable().default(null),
  valueWord: words('Word', 60).nullable().default(null),
  digits: words('Digits', 40).nullable().default(null),
  unit: choice('Unit', UNITS).default(''),
  outOfRangeConfirmed: flag('Out of range').default(false),
  source: choice('Source', ['typed', 'gateway']).default('typed'),
  instrumentId: id('instrument').nullable().default(null),
  recordedAt: words('Time', 40)
    .test('time', 'Time is not one', (value) => value == null || !Number.isNaN(Date.parse(value)))
    .required(required('Time')),
  supersedes: id('corrected reading').nullable().default(null),
  supersedeReason: words('Reason', 200).nullable().default(null),
  shownVerdict: choice('Verdict', VERDICTS).required(),
})
export type ReadingInput = yup.InferType<typeof readingInput>

/** What became of one reading: only `stored` and `known` are acknowledged, so that nothing refused disappears from the outbox unseen. */
export interface Acknowledgement {
  id: string
  outcome: 'stored' | 'known' | 'refused'
  message: string | null
}

/** Whether a reading fits the slot it names, by the same rules the quick line follows; a sentence when it doesn't. */
function misfit(input: ReadingInput, slot: Slot | undefined, instruments: readonly Instrument[]): string | null {
  if (!slot) return 'This point is not in the plan any more.'
  if (input.supersedes !== null && input.valueWord === WITHDRAWN) return null
  if ((input.valueNumber === null) === (input.valueWord === null)) return 'A reading is a number or a word.'
  const instrument = input.instrumentId === null ? null : instruments.find((one) => one.id === input.instrumentId)
  if (instrument === undefined) return 'The instrument is not one of this crew’s.'
  const { input: takes } = slot
  switch (takes.kind) {
    case 'attached':
      return 'This point takes a file, not a typed reading.'
    case 'word':
      return input.valueWord !== null && Object.hasOwn(takes.words, input.valueWord)
        ? null
        : `The answer must be ${Object.keys(takes.words).join(' or ')}.`
    case 'text':
      return input.valueWord !== null && input.valueWord.length <= takes.maxLength
        ? null
        : `The text may have ${takes.maxLength} characters.`
    case 'quantity': {
      if (input.valueWord !== null)
        return takes.alsoWords && Object.hasOwn(takes.alsoWords, input.valueWord)
          ? null
          : `“${input.valueWord}” is no answer here.`
      if (input.unit !== takes.unit)
        return `This reading is in ${takes.unit || 'plain numbers'}, not in ${input.unit || 'plain numbers'}.`
      const range =
        takes.measures === null ? undefined : instrument?.functions.find((fn) => fn.measures === takes.measures)
      const value = input.valueNumber ?? 0
      if (range && (value < range.min || value > range.max) && !input.outOfRangeConfirmed)
        return `${instrument?.tag} measures ${range.min}–${range.max} ${range.unit}; confirm the value.`
      return null
    }
  }
}

const sameContent = (stored: NewReading, input: NewReading) =>
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
  schema: yup.object({
    readings: yup.array().strict().max(200, 'A batch holds 200 readings at most').required(required('Readings')),
  }),
  run: async (db, actor, { readings }): Promise<Acknowledgement[]> => {
    const instruments = await instrumentsOfCrew(db, actor.crewId)
    const plans = new Map<string, Promise<Map<string, Point> | null>>()
    const acknowledgements: Acknowledgement[] = []
    for (const candidate of readings as unknown[]) {
      const given = String((candidate as { id?: unknown } | null)?.id ?? '')
      try {
        const input = parseInput(readingInput, candidate)
        const plan = await (plans.get(input.jobId) ?? remember(plans, input.jobId, pointsByKey(db, actor, input.jobId)))
        if (!plan) throw new Problem(404, 'There is no such job in your crew.')
        const slot = plan.get(input.pointKey)?.slots.find((one) => one.id === input.slot)
        const message = misfit(input, slot, instruments) ?? (await strayCorrection(db, input))
        if (message) throw new Problem(422, message)
        const { outOfRangeConfirmed, source, ...row } = input
        const detail =
          outOfRangeConfirmed || source !== 'typed'
            ? { ...(outOfRangeConfirmed && { outOfRangeConfirmed }), source }
            : null
        acknowledgements.push(await addOne(db, { ...row, detail, recordedBy: actor.userId }))
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        acknowledgements.push({ id: given, outcome: 'refused', message: error.message })
      }
    }
    return acknowledgements
  },
})

function remember<K, V>(map: Map<K, V>, key: K, value: V): V {
  map.set(key, value)
  return value
}

async function pointsByKey(db: Db, actor: Actor, jobId: string): Promise<Map<string, Point> | null> {
  try {
    const row = await jobOfActor(db, actor, jobId)
    const installation = (await installationsOf(db, [row])).get(row.id)
    return installation ? new Map(pointsOf(installation).map((point) => [point.key, point])) : null
  } catch (error) {
    if (error instanceof Problem) return null
    throw error
  }
}
