import * as yup from 'yup'
import { COMMANDS, type CommandName } from '@/commands'
import { MOST_READINGS } from '@/commands/recordReadings'
import type { Db } from '@/db/client'
import { instant } from '@/schemas/fields'
import type { Actor } from './access'
import { isDataFault, isDatabaseAway } from './databaseFault'
import { faultOf, log } from './log'
import { parseInput } from './parseInput'
import { Problem } from './problem'
import { type SentEntry, sentEntry } from './sentEntry'
import { call, callAny } from './useCase'
import { USE_CASES } from './useCases'
import { type Acknowledgement, recordReadings } from './useCases/recordReadings'

/** Entries in one batch at most. */
export const MOST_ENTRIES = MOST_READINGS

const sentAtSchema = yup.object({
  /** The device’s clock as it sends: what it says of the time is held against the server’s. */
  sentAt: instant('Sent').nullable().default(null),
})

/**
 * The entries of a batch, none of them looked at yet: what is wrong with one is no reason to refuse another.
 *
 * @throws Problem 422 when it is no batch, or too long a one
 */
function batchOf(body: unknown): { entries: unknown[]; sentAt: string | null } {
  const { entries, sentAt } = (body ?? {}) as { entries?: unknown; sentAt?: unknown }
  if (!Array.isArray(entries)) throw new Problem(422, 'A batch is a list of entries. Nothing was stored.')
  if (entries.length > MOST_ENTRIES) throw new Problem(422, `A batch holds ${MOST_ENTRIES} entries at most.`)
  return { entries, ...parseInput(sentAtSchema, { sentAt }) }
}

/** Use cases that take away: what is gone already needs no taking away, so sending twice is harmless. */
const TAKES_AWAY: readonly CommandName[] = ['removeItem', 'removeSurveyItem', 'removeFitItem']

const refusal = (entryId: string, message: string, status: number): Acknowledgement => ({
  id: entryId,
  outcome: 'refused',
  message,
  status,
})

/** The command of an entry's name and version; a sentence where there is none here. */
function commandOf({ useCase, version }: SentEntry): CommandName | { message: string } {
  const name = (Object.keys(COMMANDS) as CommandName[]).find((known) => known === useCase)
  if (name === undefined || name === 'addPicture' || name === 'addRecording')
    return { message: 'There is no such action here.' }
  return version > COMMANDS[name].version
    ? { message: 'This was made by a newer version of the app than the server has. It is kept; try again later.' }
    : name
}

/** An entry as it was sent, or the refusal of what is none. */
type Looked = { entry: SentEntry } | { told: Acknowledgement }

/** Looks at one entry by itself: a bad one does not take the rest of the batch along. */
function look(candidate: unknown): Looked {
  try {
    return { entry: sentEntry(candidate) }
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    const given = (candidate as { id?: unknown } | null)?.id
    return { told: refusal(typeof given === 'string' ? given.slice(0, 64) : '', error.message, error.status) }
  }
}

/**
 * Carries out entries of an outbox in their order and answers for each by itself. Readings that follow one another go in as one batch. What the server
 * cannot carry out it refuses, entry by entry; only a database that is away stops the rest.
 *
 * @throws Problem 422 when the batch itself is not one
 */
export async function takeEntries(db: Db, actor: Actor, body: unknown): Promise<Acknowledgement[]> {
  const { entries, sentAt } = batchOf(body)
  const looked = entries.map(look)
  const acknowledgements: Acknowledgement[] = []
  for (let at = 0; at < looked.length;) {
    const run = readingsFrom(looked, at)
    const one = looked[at] as Looked
    if (run.length > 0) acknowledgements.push(...(await takeReadings(db, actor, run, sentAt)))
    else acknowledgements.push('told' in one ? one.told : await takeOne(db, actor, one.entry))
    at += Math.max(1, run.length)
  }
  return acknowledgements
}

/** The readings that follow one another from a place on. */
function readingsFrom(looked: readonly Looked[], at: number): SentEntry[] {
  const run: SentEntry[] = []
  for (const one of looked.slice(at)) {
    if ('told' in one || commandOf(one.entry) !== 'recordReadings') break
    run.push(one.entry)
  }
  return run
}

async function takeReadings(
  db: Db,
  actor: Actor,
  run: readonly SentEntry[],
  sentAt: string | null,
): Promise<Acknowledgement[]> {
  const given = run.map(({ input }) => (input as { readings?: unknown }).readings)
  const readings = given.map((list) => (Array.isArray(list) && list.length === 1 ? (list[0] as unknown) : null))
  try {
    const told = await call(recordReadings, db, actor, { readings, sentAt })
    // an entry is known by its own id, whatever stands in its reading
    return run.map(({ id: entryId }, k) => ({ ...(told[k] as Acknowledgement), id: entryId }))
  } catch (error) {
    const why = reasonOf(error)
    return run.map((entry) => refusal(entry.id, why.message, why.status))
  }
}

async function takeOne(db: Db, actor: Actor, entry: SentEntry): Promise<Acknowledgement> {
  const name = commandOf(entry)
  if (typeof name !== 'string') return refusal(entry.id, name.message, 404)
  try {
    await callAny(USE_CASES[name], db, actor, entry.input)
    return { id: entry.id, outcome: 'stored', message: null }
  } catch (error) {
    const why = reasonOf(error)
    if (why.status === 404 && TAKES_AWAY.includes(name)) return { id: entry.id, outcome: 'known', message: null }
    return refusal(entry.id, why.message, why.status)
  }
}

/** Why an entry was not carried out. @throws the error itself where the database is away: then the entry is sent again later */
function reasonOf(error: unknown): { message: string; status: number } {
  if (error instanceof Problem) return error
  if (isDatabaseAway(error)) throw error
  log.error(faultOf(error), 'entry failed')
  return isDataFault(error)
    ? { message: 'The database does not take this as it stands.', status: 422 }
    : { message: 'The server failed over this entry.', status: 500 }
}
