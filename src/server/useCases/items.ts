import * as commands from '@/commands/items'
import * as listCommands from '@/commands/saveLoads'
import * as equipmentCommands from '@/commands/takeComponents'
import type { RulePackId } from '@/core/rules/rulePack'
import type { Db } from '@/db/client'
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
import { changeParts, refuseReserveBelowFloor } from './jobParts'
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

/** Kinds of which a whole list is stored as one entry. */
type ListedKind = 'load' | 'component'

/** What a row that is there becomes: every column as the list has it, but for its id and its job. */
const asListed = (kind: ListedKind) =>
  Object.fromEntries(
    Object.entries(getTableColumns(ITEM_TABLES[kind].table))
      .filter(([key]) => key !== 'id' && key !== 'jobId')
      .map(([key, { name }]) => [key, sql.raw(`excluded."${toSnakeCase(name)}"`)]),
  )

interface Listed {
  kind: ListedKind
  jobId: string
  packId: RulePackId
  things: readonly { itemId: string; fields: Readonly<Record<string, unknown>> }[]
  gone: readonly string[]
}

/** Rows of a list, each by the schema and the rules of its form. @throws Problem with the first that is refused */
const rowsOf = ({ kind, jobId, packId, things }: Listed) =>
  things.map(({ itemId, fields }) => {
    const values = parseInput(ITEM_SCHEMAS[kind] as unknown as Schema<Record<string, unknown>>, fields)
    const wrong = contradiction(kind, values, packId)
    if (wrong) throw new Problem(422, `${String(values.name)}: ${wrong.message} Nothing was stored.`, [wrong])
    return { ...values, id: itemId, jobId }
  })

/** Adds or changes things as a list has them and takes out those that are gone, all of it or nothing; `also` is done in the same transaction. */
async function storeList(db: Db, list: Listed, also?: (tx: Db) => Promise<void>): Promise<void> {
  const { kind, jobId, gone } = list
  const { table, unique } = ITEM_TABLES[kind]
  const rows = rowsOf(list)
  try {
    await db.transaction(async (tx) => {
      if (gone.length > 0) await tx.delete(table).where(and(eq(table.jobId, jobId), inArray(table.id, [...gone])))
      if (rows.length > 0) {
        const stored = await tx
          .insert(table)
          .values(rows as never)
          .onConflictDoUpdate({ target: table.id, set: asListed(kind), setWhere: eq(table.jobId, jobId) })
          .returning({ id: table.id })
        if (stored.length < rows.length) throw new Problem(409, 'Another thing has this id. Nothing was stored.')
      }
      await also?.(tx)
      await tx
        .update(job)
        .set({ version: sql`${job.version} + 1` })
        .where(eq(job.id, jobId))
    })
  } catch (error) {
    if (constraintOf(error) !== unique) throw error
    throw new Problem(
      409,
      `Somebody else added a ${kind} with one of these short names meanwhile. Nothing was stored; begin again from what is there now.`,
    )
  }
}

/** Adds or changes loads as a list has them, and takes out those that a list brought, all of it or nothing. */
export const saveLoads = defineUseCase({
  name: 'saveLoads',
  via: 'json',
  mostBytes: 2 * 1024 * 1024,
  schema: listCommands.saveLoads.schema,
  run: async (db, actor, { jobId, loads, gone }) => {
    const { packId } = await jobOfActor(db, actor, jobId)
    await storeList(db, { kind: 'load', jobId, packId, things: loads, gone })
    return { itemIds: loads.map(({ itemId }) => itemId) }
  },
})

/** Takes equipment into a job: figures into the sources, pieces onto the list of components, all of it or nothing. */
export const takeComponents = defineUseCase({
  name: 'takeComponents',
  via: 'json',
  schema: equipmentCommands.takeComponents.schema,
  run: async (db, actor, { jobId, sources, components, gone }) => {
    const { packId } = await jobOfActor(db, actor, jobId)
    if (sources) refuseReserveBelowFloor(sources.after)
    await storeList(db, { kind: 'component', jobId, packId, things: components, gone }, async (tx) => {
      if (sources) await changeParts(tx, jobId, { sources: sources.after }, { before: { sources: sources.before } })
    })
    return { itemIds: components.map(({ itemId }) => itemId) }
  },
})
