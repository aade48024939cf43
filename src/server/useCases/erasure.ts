import { eq } from 'drizzle-orm'
import * as yup from 'yup'
import { pointsOf } from '@/core/evidence/points'
import type { ErasedCounts } from '@/core/handover/erasure'
import { sentencesOf } from '@/core/handover/sentences'
import { crewById } from '@/db/queries/crews'
import { customerDataOf, eraseCustomerOf, erasureById, erasuresOfJob } from '@/db/queries/erasure'
import { crew } from '@/db/schema'
import { erasureSchema, retentionSchema } from '@/schemas/erasure'
import { id, required } from '@/schemas/fields'
import { signedBy } from '../access'
import { noteBy } from '../crew/noteBy'
import { jobOfActor, jobRecord } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

/** What a job knows of its customer, counted, and what was taken out of it already. */
export const viewCustomerData = defineUseCase({
  name: 'viewCustomerData',
  via: 'json',
  schema: yup.object({ jobId: id('job').required(required('job')) }),
  run: async (db, actor, { jobId }) => {
    const row = await jobOfActor(db, actor, jobId)
    const { readings, installation } = await jobRecord(db, row)
    const there: ErasedCounts = {
      ...(await customerDataOf(db, jobId)),
      sentences: sentencesOf(readings, pointsOf(installation)).length,
    }
    return { there, erasures: await erasuresOfJob(db, jobId) }
  },
})

/**
 * Takes a customer's data out of a job because they asked for it: what the household said and sent, its signatures, links and years, the sealed packs, its name
 * and place; with the crew's own pictures and sentences where that is said. Readings stay; that it was done, and how much of what, stands on record.
 */
export const eraseCustomer = defineUseCase({
  name: 'eraseCustomer',
  via: 'json',
  schema: erasureSchema,
  run: async (db, actor, { id: erasureId, jobId, newName, reason, withPictures, withSentences }) => {
    const row = await jobOfActor(db, actor, jobId)
    const known = await erasureById(db, erasureId)
    if (known !== null) {
      if (known.jobId !== jobId || known.reason !== reason)
        throw new Problem(409, 'Something else has this id. Nothing was taken out.')
      return { erased: known.erased }
    }
    const { readings, installation } = await jobRecord(db, row)
    const sentenceIds = withSentences ? sentencesOf(readings, pointsOf(installation)).map((reading) => reading.id) : []
    return db.transaction(async (tx) => {
      const erased = await eraseCustomerOf(tx, {
        id: erasureId,
        jobId,
        newName,
        withPictures,
        sentenceIds,
        reason,
        madeBy: actor.userId,
        ...signedBy(actor),
      })
      await noteBy(tx, actor, 'personForgotten', jobId, { reason })
      return { erased }
    })
  },
})

/** How long the crew keeps its customers' data after a job's last sealing. */
export const setRetention = defineUseCase({
  name: 'setRetention',
  via: 'json',
  schema: retentionSchema,
  run: async (db, actor, { months }) => {
    await db.transaction(async (tx) => {
      const before = await crewById(tx, actor.crewId)
      const after = { retentionMonths: months, retentionSetBy: months === null ? null : actor.name }
      if (before?.retentionMonths === months) return
      await tx.update(crew).set(after).where(eq(crew.id, actor.crewId))
      await noteBy(tx, actor, 'retentionChanged', actor.crewId, {
        before: { months: before?.retentionMonths ?? null },
        after: { months },
      })
    })
    return { months }
  },
})
