import { eq, inArray, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { RIDE_THROUGH_CLASSES } from '@/core/outage/rideThrough'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { planLines, revisePromises } from '@/core/plan/planRevision'
import { promisesOfPlan } from '@/core/plan/promisesOfPlan'
import { addPlanRevision } from '@/db/queries/planRevisions'
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
    note: words('What changed', 200).nullable().default(null),
  }),
  run: async (db, actor, { jobId, school, reason, gapClass, note }) => {
    const row = await jobOfActor(db, actor, jobId)
    if ((school === 'manualChangeover') !== (gapClass === 'byHand')) throw new Problem(422, 'A manual changeover is by hand, and only that is.', [{ path: 'gapClass', message: 'A manual changeover is by hand, and only that is.' }])
    return db.transaction(async (tx) => {
      // two people choosing at once take turns, so that revisions and promises belong together
      await tx.select({ id: job.id }).from(job).where(eq(job.id, jobId)).for('update')
      const { installation } = await jobRecord(tx, row)
      const drafts = promisesOfPlan(installation, planOfInstallation({ ...installation, promises: [] }), gapClass)
      const { unchanged, changed, added, dropped } = revisePromises(installation.promises, drafts)
      await tx.update(job).set({ chosenSchool: school, schoolReason: reason, version: sql`${job.version} + 1` }).where(eq(job.id, jobId))
      if (dropped.length > 0) await tx.delete(customerPromise).where(inArray(customerPromise.id, dropped))
      const sortOf = (kind: string) => drafts.findIndex((draft) => draft.kind === kind)
      for (const { id: promiseId, draft, changeNote } of changed) await tx.update(customerPromise).set({ ...draft, sort: sortOf(draft.kind), changedAt: sql`clock_timestamp()`, changeNote }).where(eq(customerPromise.id, promiseId))
      if (added.length > 0) await tx.insert(customerPromise).values(added.map((draft) => ({ ...draft, id: uuidv7(), jobId, sort: sortOf(draft.kind) })))
      const after = await jobRecord(tx, { ...row, chosenSchool: school, schoolReason: reason })
      const revision = await addPlanRevision(tx, { id: uuidv7(), jobId, note: note ?? reason, lines: planLines(after.installation, planOfInstallation(after.installation)), madeBy: actor.userId })
      return { promises: drafts.length, changed: changed.length, unchanged: unchanged.length, revision }
    })
  },
})
