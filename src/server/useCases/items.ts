import * as commands from '@/commands/items'
import * as listCommands from '@/commands/saveLoads'
import { and, eq, getTableColumns, inArray, sql } from 'drizzle-orm'
import { toSnakeCase } from 'drizzle-orm/casing'
import type { Schema } from 'yup'
import { cableRun, circuit, component, electrode, job, load, plannedSetting } from '@/db/schema'
import { ITEM_SCHEMAS, contradiction } from '@/schemas/items'
import { constraintOf } from '../databaseFault'
import { jobOfActor } from '../jobAccess'
import { parseInput } from '../parseInput'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { plannedBefore, tellOfPlan, tellOfRemoval } from '../settingPlan'
import type { PlannedSetting } from '@/core/installation/installation'

/** The table of each kind, and the constraint that keeps its names apart. */
const ITEM_TABLES = {
  load: { table: load, unique: 'load_tag' },
  component: { table: component, unique: 'component_tag' },
  circuit: { table: circuit, unique: 'circuit_tag' },
  run: { table: cableRun, unique: 'cable_run_tag' },
  electrode: { table: electrode, unique: 'electrode_tag' },
  setting: { table: plannedSetting, unique: 'planned_setting_key' },
} as const

/** Adds a thing to the plan or changes it. */
export const saveItem = defineUseCase({
  name: 'saveItem',
  via: 'json',
  schema: commands.saveItem.schema,
  run: async (db, actor, { jobId, kind, itemId, fields }) => {
    const row = await jobOfActor(db, actor, jobId)
    const { table, unique } = ITEM_TABLES[kind]
    const values = parseInput(ITEM_SCHEMAS[kind] as Schema<Record<string, unknown>>, fields)
    const wrong = contradiction(kind, values, row.packId)
    if (wrong) throw new Problem(422, wrong.message, [wrong])
    try {
      await db.transaction(async (tx) => {
        const before = kind === 'setting' ? await plannedBefore(tx, itemId) : null
        const changed = await tx
          .update(table)
          .set(values as never)
          .where(and(eq(table.id, itemId), eq(table.jobId, jobId)))
          .returning({ id: table.id })
        if (changed.length === 0) await tx.insert(table).values({ ...values, id: itemId, jobId } as never)
        if (kind === 'setting') await tellOfPlan(tx, actor, jobId, values as unknown as PlannedSetting, before)
        await tx
          .update(job)
          .set({ version: sql`${job.version} + 1` })
          .where(eq(job.id, jobId))
      })
    } catch (error) {
      const constraint = constraintOf(error)
      if (constraint?.endsWith('_pkey')) throw new Problem(409, 'Another thing has this id. Nothing was stored.')
      if (constraint !== unique) throw error
      const name = String(values.tag ?? values.key)
      throw new Problem(409, `“${name}” is already used in this job. Choose another.`, [
        { path: values.tag === undefined ? 'key' : 'tag', message: `“${name}” is already used in this job.` },
      ])
    }
    return { itemId }
  },
})

/** Takes a thing out of the plan. Readings on it stay on record. */
export const removeItem = defineUseCase({
  name: 'removeItem',
  via: 'json',
  schema: commands.removeItem.schema,
  run: async (db, actor, { jobId, kind, itemId }) => {
    await jobOfActor(db, actor, jobId)
    const { table } = ITEM_TABLES[kind]
    await db.transaction(async (tx) => {
      const before = kind === 'setting' ? await plannedBefore(tx, itemId) : null
      const gone = await tx
        .delete(table)
        .where(and(eq(table.id, itemId), eq(table.jobId, jobId)))
        .returning({ id: table.id })
      if (gone.length === 0) throw new Problem(404, 'It is no longer in the plan.')
      if (before !== null) await tellOfRemoval(tx, actor, jobId, before)
    })
    return { itemId }
  },
})

/** What a row that is there becomes: every column as the list has it, but for its id and its job. */
const AS_LISTED = Object.fromEntries(
  Object.entries(getTableColumns(load))
    .filter(([key]) => key !== 'id' && key !== 'jobId')
    .map(([key, { name }]) => [key, sql.raw(`excluded."${toSnakeCase(name)}"`)]),
)

/** Adds or changes loads as a list has them, and takes out those that a list brought, all of it or nothing. */
export const saveLoads = defineUseCase({
  name: 'saveLoads',
  via: 'json',
  mostBytes: 2 * 1024 * 1024,
  schema: listCommands.saveLoads.schema,
  run: async (db, actor, { jobId, loads, gone }) => {
    const row = await jobOfActor(db, actor, jobId)
    const rows = loads.map(({ itemId, fields }) => {
      const values = parseInput(ITEM_SCHEMAS.load as unknown as Schema<Record<string, unknown>>, fields)
      const wrong = contradiction('load', values, row.packId)
      if (wrong) throw new Problem(422, `${String(values.name)}: ${wrong.message} Nothing was stored.`, [wrong])
      return { ...values, id: itemId, jobId } as typeof load.$inferInsert
    })
    try {
      await db.transaction(async (tx) => {
        if (gone.length > 0) await tx.delete(load).where(and(eq(load.jobId, jobId), inArray(load.id, gone)))
        if (rows.length > 0) {
          const stored = await tx
            .insert(load)
            .values(rows)
            .onConflictDoUpdate({ target: load.id, set: AS_LISTED, setWhere: eq(load.jobId, jobId) })
            .returning({ id: load.id })
          if (stored.length < rows.length) throw new Problem(409, 'Another thing has this id. Nothing was stored.')
        }
        await tx
          .update(job)
          .set({ version: sql`${job.version} + 1` })
          .where(eq(job.id, jobId))
      })
    } catch (error) {
      if (constraintOf(error) !== 'load_tag') throw error
      throw new Problem(
        409,
        'Somebody else added a load with one of these short names meanwhile. Nothing was stored; read the list again.',
      )
    }
    return { itemIds: rows.map(({ id }) => id) }
  },
})
