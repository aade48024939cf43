import { insertOnce } from '@/db/insertOnce'
import * as commands from '@/commands/fit'
import { and, desc, eq, lte, sql } from 'drizzle-orm'
import * as yup from 'yup'
import { SERIAL_SLOT, componentRecordKey } from '@/core/evidence/families/componentRecord'
import { WITHDRAWN } from '@/core/evidence/reading'
import { type FitKind, HAND_FIT_KINDS } from '@/core/installation/fit'
import type { FieldIssue } from '@/core/result'
import type { Db } from '@/db/client'
import { component, componentReplacement, fitItem, job, reading } from '@/db/schema'
import { FIT_SCHEMAS, fitContradiction } from '@/schemas/fit'
import { type Actor, signedBy } from '../access'
import { jobOfActor } from '../jobAccess'
import { parseInput } from '../parseInput'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'
import { constraintOf } from '../databaseFault'

/** @throws Problem 403 when a hand would change the lead's plan */
function mayChange(actor: Actor, kinds: readonly FitKind[]): void {
  if (actor.role === 'hand' && kinds.some((kind) => !HAND_FIT_KINDS.includes(kind)))
    throw new Problem(
      403,
      'Wall, people and tasks are planned by a lead or the office. Snags, feet and what was loaded and used you may write down.',
    )
}

/** Adds or changes things of the wall, the day and the van, all of them or none. */
export const saveFitItems = defineUseCase({
  name: 'saveFitItems',
  via: 'json',
  schema: commands.saveFitItems.schema,
  run: async (db, actor, { jobId, items }) => {
    await jobOfActor(db, actor, jobId)
    mayChange(
      actor,
      items.map(({ kind }) => kind),
    )
    const rows = items.map(({ kind, itemId, fields }) => {
      const {
        tag: short,
        name,
        sort,
        ...detail
      } = parseInput(FIT_SCHEMAS[kind] as yup.Schema<Record<string, unknown>>, fields) as {
        tag: string
        name: string
        sort: number
      }
      const wrong = fitContradiction(kind, detail)
      if (wrong) throw new Problem(422, wrong.message, [wrong])
      return { id: itemId, jobId, kind, tag: short, name, sort, detail }
    })
    try {
      await db.transaction(async (tx) => {
        // what another job owns is not touched: its id then lacks a row here, and adding it runs into the key
        const stored = await tx
          .insert(fitItem)
          .values(rows)
          .onConflictDoUpdate({
            target: fitItem.id,
            set: {
              tag: sql`excluded.tag`,
              name: sql`excluded.name`,
              sort: sql`excluded.sort`,
              detail: sql`excluded.detail`,
            },
            setWhere: and(eq(fitItem.jobId, jobId), eq(fitItem.kind, sql`excluded.kind`)),
          })
          .returning({ id: fitItem.id })
        if (stored.length < rows.length) throw new Problem(409, 'Another thing has this id.')
        await tx
          .update(job)
          .set({ version: sql`${job.version} + 1` })
          .where(eq(job.id, jobId))
      })
    } catch (error) {
      if (constraintOf(error) === 'fit_item_tag')
        throw new Problem(409, 'A short name is already used in this job. Choose another; nothing was stored.', [
          tagIssue(),
        ])
      throw error
    }
    return { itemIds: rows.map((row) => row.id) }
  },
})

const tagIssue = (): FieldIssue => ({ path: 'tag', message: 'This short name is already used in this job.' })

/** Takes a thing off the wall, the day or the van. */
export const removeFitItem = defineUseCase({
  name: 'removeFitItem',
  via: 'json',
  schema: commands.removeFitItem.schema,
  run: async (db, actor, { jobId, itemId }) => {
    await jobOfActor(db, actor, jobId)
    const [row] = await db
      .select({ kind: fitItem.kind })
      .from(fitItem)
      .where(and(eq(fitItem.id, itemId), eq(fitItem.jobId, jobId)))
      .limit(1)
    if (!row) throw new Problem(404, 'It is no longer there.')
    mayChange(actor, [row.kind])
    await db.delete(fitItem).where(and(eq(fitItem.id, itemId), eq(fitItem.jobId, jobId)))
    return { itemId }
  },
})

/**
 * Notes that a component was taken out and another takes its place under the same short name. Old readings and pictures stay on record
 * with the old serial; what rested on it has to be shown anew.
 */
export const replaceComponent = defineUseCase({
  name: 'replaceComponent',
  via: 'json',
  schema: commands.replaceComponent.schema,
  run: async (db, actor, { id: replacementId, jobId, componentTag, cause, reason, replacedAt }) => {
    await jobOfActor(db, actor, jobId)
    const [known] = await db
      .select({ id: component.id })
      .from(component)
      .where(and(eq(component.jobId, jobId), eq(component.tag, componentTag)))
      .limit(1)
    if (!known)
      throw new Problem(422, `There is no component “${componentTag}” in this job.`, [
        { path: 'componentTag', message: 'There is no such component.' },
      ])
    const insertion = await insertOnce(
      db,
      componentReplacement,
      {
        id: replacementId,
        jobId,
        componentTag,
        oldSerial: await serialOnRecord(db, jobId, componentTag, replacedAt),
        cause,
        reason,
        replacedBy: actor.userId,
        ...signedBy(actor),
        // an entry that waited on a device counts from when it was made, not from when it arrived
        ...(replacedAt !== null && { replacedAt: new Date(replacedAt).toISOString() }),
      },
      ['jobId', 'componentTag', 'cause', 'reason', ...(replacedAt === null ? [] : (['replacedAt'] as const))],
    )
    refuseConflict(insertion, 'replacement')
    return { replacementId }
  },
})

/** The serial that stands for a component just now; `null` when none does, or when the last one was taken back. */
async function serialOnRecord(
  db: Db,
  jobId: string,
  componentTag: string,
  before: string | null,
): Promise<string | null> {
  const [last] = await db
    .select({ serial: reading.valueWord })
    .from(reading)
    .where(
      and(
        eq(reading.jobId, jobId),
        eq(reading.pointKey, componentRecordKey({ tag: componentTag })),
        eq(reading.slot, SERIAL_SLOT),
        before === null ? undefined : lte(reading.recordedAt, new Date(before).toISOString()),
      ),
    )
    .orderBy(desc(reading.recordedAt), desc(reading.id))
    .limit(1)
  return last && last.serial !== WITHDRAWN ? last.serial : null
}
