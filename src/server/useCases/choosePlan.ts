import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { RIDE_THROUGH_CLASSES } from '@/core/outage/rideThrough'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { promisesOfPlan } from '@/core/plan/promisesOfPlan'
import { customerPromise, job } from '@/db/schema'
import { choice, id, required, words } from '@/schemas/fields'
import { jobOfActor, jobRecord } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

/** The lead's or office's choice of school, and the plan's promises written down with it. */
export const choosePlan = defineUseCase({
  name: 'choosePlan',
  schema: yup.object({
    jobId: id('job').required(), school: choice('School', ['automaticWholeHome', 'automaticWithShedding', 'manualChangeover', 'emergencySocket']).required(required('School')),
    reason: words('Reason', 400).min(5, 'Say in a few words why this school').required(required('Reason')), gapClass: choice('Promised gap', RIDE_THROUGH_CLASSES).required(required('Promised gap')),
  }),
  run: async (db, actor, { jobId, school, reason, gapClass }) => {
    const row = await jobOfActor(db, actor, jobId)
    if ((school === 'manualChangeover') !== (gapClass === 'byHand')) throw new Problem(422, 'A manual changeover is by hand, and only that is.', [{ path: 'gapClass', message: 'A manual changeover is by hand, and only that is.' }])
    const { installation } = await jobRecord(db, row)
    const promises = promisesOfPlan(installation, planOfInstallation({ ...installation, promises: [] }), gapClass)
    await db.transaction(async (tx) => {
      await tx.update(job).set({ chosenSchool: school, schoolReason: reason, version: sql`${job.version} + 1` }).where(eq(job.id, jobId))
      await tx.delete(customerPromise).where(eq(customerPromise.jobId, jobId))
      if (promises.length > 0) await tx.insert(customerPromise).values(promises.map((promise, sort) => ({ ...promise, id: uuidv7(), jobId, sort })))
    })
    return { promises: promises.length }
  },
})
