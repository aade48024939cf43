import * as yup from 'yup'
import { COMMANDS, type CommandName } from '@/commands'
import { MOST_READINGS } from '@/commands/recordReadings'
import type { Db } from '@/db/client'
import { figure, id, required, words } from '@/schemas/fields'
import type { Actor } from './access'
import { parseInput } from './parseInput'
import { Problem } from './problem'
import { call, callAny } from './useCase'
import { USE_CASES } from './useCases'
import { type Acknowledgement, recordReadings } from './useCases/recordReadings'

/** Entries in one batch at most. */
export const MOST_ENTRIES = MOST_READINGS

const entrySchema = yup.object({
  id: id('entry').required(),
  useCase: words('Use case', 40).required(required('Use case')),
  input: yup.mixed<object>().required(required('Input')),
  at: words('Time', 40).required(required('Time')),
  version: figure('Version').integer('Version is a whole number').required(required('Version')),
})
type SentEntry = yup.InferType<typeof entrySchema>

const batchSchema = yup.object({
  entries: yup
    .array()
    .strict()
    .of(entrySchema.required())
    .max(MOST_ENTRIES, `A batch holds ${MOST_ENTRIES} entries at most`)
    .required(required('Entries')),
})

/** Use cases that take away: what is gone already needs no taking away, so sending twice is harmless. */
const TAKES_AWAY: readonly CommandName[] = ['removeItem', 'removeSurveyItem', 'removeFitItem']

const refused = (entry: SentEntry, message: string): Acknowledgement => ({ id: entry.id, outcome: 'refused', message })

/** The command of an entry's name and version; a sentence where there is none here. */
function commandOf({ useCase, version }: SentEntry): CommandName | { message: string } {
  const name = (Object.keys(COMMANDS) as CommandName[]).find((known) => known === useCase)
  if (name === undefined || name === 'addPicture' || name === 'addRecording')
    return { message: 'There is no such action here.' }
  return version > COMMANDS[name].version
    ? { message: 'This was made by a newer version of the app than the server has. It is kept; try again later.' }
    : name
}

/**
 * Carries out entries of an outbox in their order and answers for each by itself. Readings that follow one another go in as one batch.
 *
 * @throws Problem 422 when the batch itself is not one
 */
export async function takeEntries(db: Db, actor: Actor, body: unknown): Promise<Acknowledgement[]> {
  const { entries } = parseInput(batchSchema, body)
  const acknowledgements: Acknowledgement[] = []
  for (let at = 0; at < entries.length;) {
    const run = readingsFrom(entries, at)
    if (run.length > 0) acknowledgements.push(...(await takeReadings(db, actor, run)))
    else acknowledgements.push(await takeOne(db, actor, entries[at] as SentEntry))
    at += Math.max(1, run.length)
  }
  return acknowledgements
}

/** The readings that follow one another from a place on. */
function readingsFrom(entries: readonly SentEntry[], at: number): SentEntry[] {
  const end = entries.findIndex((entry, k) => k >= at && commandOf(entry) !== 'recordReadings')
  return entries.slice(at, end < 0 ? undefined : end)
}

async function takeReadings(db: Db, actor: Actor, run: readonly SentEntry[]): Promise<Acknowledgement[]> {
  const given = run.map(({ input }) => (input as { readings?: unknown }).readings)
  const readings = given.map((list) => (Array.isArray(list) && list.length === 1 ? (list[0] as unknown) : null))
  try {
    const told = await call(recordReadings, db, actor, { readings })
    // an entry is known by its own id, whatever stands in its reading
    return run.map(({ id: entryId }, k) => ({ ...(told[k] as Acknowledgement), id: entryId }))
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    return run.map((entry) => refused(entry, error.message))
  }
}

async function takeOne(db: Db, actor: Actor, entry: SentEntry): Promise<Acknowledgement> {
  const name = commandOf(entry)
  if (typeof name !== 'string') return refused(entry, name.message)
  try {
    await callAny(USE_CASES[name], db, actor, entry.input)
    return { id: entry.id, outcome: 'stored', message: null }
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    if (error.status === 404 && TAKES_AWAY.includes(name)) return { id: entry.id, outcome: 'known', message: null }
    return refused(entry, error.message)
  }
}
