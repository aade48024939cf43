import * as commands from '@/commands/survey'
import { and, eq, sql } from 'drizzle-orm'
import * as yup from 'yup'
import { job, surveyItem } from '@/db/schema'
import { SURVEY_SCHEMAS, surveyContradiction } from '@/schemas/survey'
import { jobOfActor } from '../jobAccess'
import { parseInput } from '../parseInput'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { constraintOf } from '../databaseFault'

/** Adds a thing found on the survey, or changes it. */
export const saveSurveyItem = defineUseCase({
  name: 'saveSurveyItem',
  via: 'json',
  schema: commands.saveSurveyItem.schema,
  run: async (db, actor, { jobId, kind, itemId, fields }) => {
    const row = await jobOfActor(db, actor, jobId)
    const { tag, name, sort, ...detail } = parseInput(
      SURVEY_SCHEMAS[kind] as yup.Schema<Record<string, unknown>>,
      fields,
    ) as { tag: string; name: string; sort: number }
    const wrong = surveyContradiction(detail, row.packId)
    if (wrong) throw new Problem(422, wrong.message, [wrong])
    try {
      await db.transaction(async (tx) => {
        const changed = await tx
          .update(surveyItem)
          .set({ tag, name, sort, detail })
          .where(and(eq(surveyItem.id, itemId), eq(surveyItem.jobId, jobId), eq(surveyItem.kind, kind)))
          .returning({ id: surveyItem.id })
        if (changed.length === 0)
          await tx.insert(surveyItem).values({ id: itemId, jobId, kind, tag, name, sort, detail })
        await tx
          .update(job)
          .set({ version: sql`${job.version} + 1` })
          .where(eq(job.id, jobId))
      })
    } catch (error) {
      const constraint = constraintOf(error)
      if (constraint === 'survey_item_tag')
        throw new Problem(409, `“${tag}” is already used in this job. Choose another.`, [
          { path: 'tag', message: `“${tag}” is already used in this job.` },
        ])
      if (constraint === 'survey_item_pkey') throw new Problem(409, 'Another thing has this id.')
      throw error
    }
    return { itemId }
  },
})

/** Takes a thing out of the survey. Its pictures stay on record. */
export const removeSurveyItem = defineUseCase({
  name: 'removeSurveyItem',
  via: 'json',
  schema: commands.removeSurveyItem.schema,
  run: async (db, actor, { jobId, itemId }) => {
    await jobOfActor(db, actor, jobId)
    const gone = await db
      .delete(surveyItem)
      .where(and(eq(surveyItem.id, itemId), eq(surveyItem.jobId, jobId)))
      .returning({ id: surveyItem.id })
    if (gone.length === 0) throw new Problem(404, 'It is no longer on the survey.')
    return { itemId }
  },
})
