import { and, eq, inArray, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { type RideThroughClass } from '@/core/outage/rideThrough'
import type { School } from '@/core/plan/changeoverLoad'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { type PlanChoice, choiceSaid, planLines, revisePromises } from '@/core/plan/planRevision'
import { promisesOfPlan } from '@/core/plan/promisesOfPlan'
import { addPlanRevision, lastPlanRevision, promisesOfJob } from '@/db/queries/planRevisions'
import type { Db } from '@/db/client'
import type { JobRow } from '@/db/queries/installations'
import { customerPromise, job } from '@/db/schema'
import { signedBy, type Actor } from '../access'
import { figure, id, required } from '@/schemas/fields'
import { planChoiceSchema } from '@/schemas/planChoice'
import { jobOfActor, jobRecord } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'

/** The lead's or office's choice of school, and the plan's promises written down with it. */
export const choosePlan = defineUseCase({
  name: 'choosePlan',
  via: 'json',
  schema: yup.object({ jobId: id('job').required() }).concat(planChoiceSchema),
  run: async (db, actor, { jobId, school, reason, gapClass, note }) => {
    const row = await jobOfActor(db, actor, jobId)
    if ((school === 'manualChangeover') !== (gapClass === 'byHand'))
      throw new Problem(422, 'A manual changeover is by hand, and only that is.', [
        { path: 'gapClass', message: 'A manual changeover is by hand, and only that is.' },
      ])
    for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
      const chosen = await choose(db, actor, attempt === 0 ? row : await jobOfActor(db, actor, jobId), {
        school,
        reason,
        gapClass,
        note: note ?? reason,
      })
      if (chosen) return chosen
    }
    throw new Problem(409, 'Others are changing this job just now. Nothing was chosen; try again.')
  },
})

/** People choosing at once: each works on the plan it read, and reads again when another was quicker. */
const ATTEMPTS = 6

interface Choice {
  school: School
  reason: string
  gapClass: RideThroughClass
  note: string
}

/** Chooses on the job as it was read; `null` when it has changed meanwhile. Promises and revision are written together. */
async function choose(db: Db, actor: Actor, row: JobRow, { school, reason, gapClass, note }: Choice) {
  const { installation } = await jobRecord(db, row)
  const { drafts, withheld } = promisesOfPlan(
    installation,
    planOfInstallation({ ...installation, chosenSchool: school, promises: [] }),
    gapClass,
  )
  const { unchanged, changed, added, dropped } = revisePromises(installation.promises, drafts)
  const sortOf = (kind: string) => drafts.findIndex((draft) => draft.kind === kind)
  const promises = drafts.map((draft) => ({ ...draft, id: '', changedAt: null, changeNote: null }))
  const after = { ...installation, chosenSchool: school, schoolReason: reason, promises }
  const lines = planLines(after, planOfInstallation(after))
  return db.transaction(async (tx) => {
    const [locked] = await tx
      .update(job)
      .set({ chosenSchool: school, schoolReason: reason, version: sql`${job.version} + 1` })
      .where(and(eq(job.id, row.id), eq(job.version, row.version)))
      .returning({ id: job.id })
    if (!locked) return null
    const was = await choiceOf(tx, row)
    if (dropped.length > 0) await tx.delete(customerPromise).where(inArray(customerPromise.id, dropped))
    for (const { id: promiseId, draft, changeNote } of changed)
      await tx
        .update(customerPromise)
        .set({ ...draft, sort: sortOf(draft.kind), changedAt: sql`clock_timestamp()`, changeNote })
        .where(eq(customerPromise.id, promiseId))
    if (added.length > 0)
      await tx
        .insert(customerPromise)
        .values(added.map((draft) => ({ ...draft, id: uuidv7(), jobId: row.id, sort: sortOf(draft.kind) })))
    const revision = await addPlanRevision(tx, {
      id: uuidv7(),
      jobId: row.id,
      note,
      lines,
      before: was,
      madeBy: actor.userId,
      ...signedBy(actor),
    })
    return {
      promises: drafts.length,
      changed: changed.length,
      unchanged: unchanged.length,
      withheld,
      revision,
      chosen: choiceSaid(after),
    }
  })
}

/** What is chosen and promised as the job was read. */
const choiceOf = async (db: Db, { id: jobId, chosenSchool, schoolReason }: JobRow): Promise<PlanChoice> => ({
  chosenSchool,
  schoolReason,
  promises: await promisesOfJob(db, jobId),
})

/** Longest note of a revision. */
const MOST_NOTE = 400

/** Puts back what was chosen and promised before the last choice; both stay on record, and evidence counts for the promises as it did then. */
export const takeBackPlan = defineUseCase({
  name: 'takeBackPlan',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    revision: figure('Revision').integer('A revision is a whole number').required(required('Revision')),
  }),
  run: async (db, actor, { jobId, revision }) => {
    const row = await jobOfActor(db, actor, jobId)
    const last = await lastPlanRevision(db, jobId)
    if (last === null || last.number !== revision || last.before === null)
      throw new Problem(409, 'Another plan was chosen since. Nothing was taken back; choose anew.')
    const { before } = last
    const { installation } = await jobRecord(db, row)
    const after = { ...installation, ...before }
    const lines = planLines(after, planOfInstallation(after))
    return db.transaction(async (tx) => {
      const [locked] = await tx
        .update(job)
        .set({
          chosenSchool: before.chosenSchool,
          schoolReason: before.schoolReason,
          version: sql`${job.version} + 1`,
        })
        .where(and(eq(job.id, jobId), eq(job.version, row.version)))
        .returning({ id: job.id })
      if (!locked) throw new Problem(409, 'Somebody is changing this job just now. Nothing was taken back; try again.')
      const was = await choiceOf(tx, row)
      await tx.delete(customerPromise).where(eq(customerPromise.jobId, jobId))
      if (before.promises.length > 0)
        await tx.insert(customerPromise).values(before.promises.map((promise) => ({ ...promise, jobId })))
      const number = await addPlanRevision(tx, {
        id: uuidv7(),
        jobId,
        note: `Taken back: ${last.note}`.slice(0, MOST_NOTE),
        lines,
        before: was,
        madeBy: actor.userId,
        ...signedBy(actor),
      })
      return { revision: number }
    })
  },
})
