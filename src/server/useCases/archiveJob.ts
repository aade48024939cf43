import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm'
import * as yup from 'yup'
import { job } from '@/db/schema'
import { id, flag, required } from '@/schemas/fields'
import { noteBy } from '../crew/noteBy'
import { jobOfActor } from '../jobAccess'
import { defineUseCase } from '../useCase'

/** Puts a job away or takes it out again: it leaves the lists or comes back to them, and nothing in it changes. Sent twice it is harmless. */
export const archiveJob = defineUseCase({
  name: 'archiveJob',
  via: 'json',
  schema: yup.object({ jobId: id('job').required(), away: flag('Put away').required(required('Put away')) }),
  run: async (db, actor, { jobId, away }) => {
    const { name } = await jobOfActor(db, actor, jobId)
    const { archivedAt } = job
    await db.transaction(async (tx) => {
      const [changed] = await tx
        .update(job)
        .set({ archivedAt: away ? sql`clock_timestamp()` : null })
        .where(and(eq(job.id, jobId), away ? isNull(archivedAt) : isNotNull(archivedAt)))
        .returning({ id: job.id })
      if (changed) await noteBy(tx, actor, away ? 'jobArchived' : 'jobRestored', jobId, { name })
    })
    return { away }
  },
})
