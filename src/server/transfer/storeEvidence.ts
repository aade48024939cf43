import type { Reading } from '@/core/evidence/reading'
import type { Db } from '@/db/client'
import { addReadings } from '@/db/queries/evidence'
import { membersAmong } from '@/db/queries/transfer'
import { componentReplacement, holdOverride, jobLimit, jobVisit, outageMark } from '@/db/schema'
import type { Actor } from '../access'
import { ID_TAKEN, Problem } from '../problem'
import { broughtBy } from './broughtBy'
import type { JobOnItsWay } from './jobOnItsWay'

/** Rows of one statement: each has some twenty fields, and a statement takes 65,535 of them. */
const ROWS_AT_ONCE = 500

async function storeReadings(
  db: Db,
  readings: readonly Reading[],
  { jobId, instrumentOf, zip: { isOwn } }: JobOnItsWay,
  actor: Actor,
): Promise<void> {
  const members = await membersAmong(db, actor.crewId, [...new Set(readings.map(({ recordedBy }) => recordedBy))])
  const rows = readings.map(({ recordedByName, receivedAt: _received, instrumentId, recordedBy, ...reading }) => ({
    ...reading,
    jobId,
    instrumentId: instrumentId === null ? null : (instrumentOf.get(instrumentId) ?? null),
    // nobody reviews what they recorded themselves, wherever that was
    recordedBy: members.has(recordedBy) ? recordedBy : actor.userId,
    ...broughtBy(recordedByName, actor, isOwn),
  }))
  let added = 0
  for (let k = 0; k < rows.length; k += ROWS_AT_ONCE)
    added += (await addReadings(db, rows.slice(k, k + ROWS_AT_ONCE))).size
  // one that is left alone for its id is another job's: what was told would not be what is stored
  if (added < rows.length) throw new Problem(409, ID_TAKEN)
}

/** Adds the evidence of a file: readings in an order in which corrections find what they correct, then all that is beside them. */
export async function storeEvidence(db: Db, onItsWay: JobOnItsWay, actor: Actor): Promise<void> {
  const { jobId, merge, zip } = onItsWay
  const by = (name: string) => ({ madeBy: actor.userId, ...broughtBy(name, actor, zip.isOwn) })
  await storeReadings(db, merge.readings.fresh, onItsWay, actor)
  const overrides = merge.overrides.fresh.map(({ byName, at, ...one }) => ({
    ...one,
    jobId,
    madeAt: at,
    ...by(byName),
  }))
  if (overrides.length > 0) await db.insert(holdOverride).values(overrides)
  const marks = merge.outageMarks.fresh.map(({ byName, ...one }) => ({ ...one, jobId, ...by(byName) }))
  for (let k = 0; k < marks.length; k += ROWS_AT_ONCE)
    await db.insert(outageMark).values(marks.slice(k, k + ROWS_AT_ONCE))
  const visits = merge.visits.fresh.map(({ byName, ...one }) => ({
    ...one,
    touched: [...one.touched],
    jobId,
    ...by(byName),
  }))
  if (visits.length > 0) await db.insert(jobVisit).values(visits)
  const replacements = merge.replacements.fresh.map(({ replacedByName, ...one }) => ({
    ...one,
    jobId,
    replacedBy: actor.userId,
    ...broughtBy(replacedByName, actor, zip.isOwn),
  }))
  if (replacements.length > 0) await db.insert(componentReplacement).values(replacements)
  const limits = merge.ownLimits.fresh.map(({ byName, at, ...one }) => ({ ...one, jobId, madeAt: at, ...by(byName) }))
  if (limits.length > 0) await db.insert(jobLimit).values(limits)
}
