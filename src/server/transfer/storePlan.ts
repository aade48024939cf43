import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Installation } from '@/core/installation/installation'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { planLines } from '@/core/plan/planRevision'
import type { Db } from '@/db/client'
import { installationsOf } from '@/db/queries/installations'
import { addPlanRevision } from '@/db/queries/planRevisions'
import { latestNumbers, revisionsAmong } from '@/db/queries/transfer'
import { customerPromise, job, wiringRevision } from '@/db/schema'
import { JOB_PARTS, type JobPart } from '@/jobFile/merge/mergeJob'
import { type Actor, signedBy } from '../access'
import { broughtBy } from './broughtBy'
import type { JobOnItsWay } from './jobOnItsWay'
import { storeThings } from './storeThings'

/** What of the file stands in the job's own row. */
const partsOf = ({ file: { installation } }: JobOnItsWay) =>
  Object.fromEntries(JOB_PARTS.map((part) => [part, installation[part]])) as Pick<Installation, JobPart> & {
    coreColours: Record<string, string>
  }

/** The job's own row: made where it is new, changed where the file is to count. */
async function storeJobRow(db: Db, onItsWay: JobOnItsWay, actor: Actor, take: boolean): Promise<void> {
  const { jobId, row, file, place, scheduledDay } = onItsWay
  const parts = partsOf(onItsWay)
  if (row === null) {
    const { packId } = file.installation
    await db.insert(job).values({ id: jobId, crewId: actor.crewId, packId, place, scheduledDay, ...parts })
    return
  }
  await db
    .update(job)
    .set({
      ...(take && { ...parts, ...(place !== '' && { place }), ...(scheduledDay !== null && { scheduledDay }) }),
      version: sql`${job.version} + 1`,
    })
    .where(eq(job.id, jobId))
}

/** The file's promises in place of those here: what was shown for others has to be shown anew. */
async function storePromises(db: Db, { jobId, row, file, zip }: JobOnItsWay, actor: Actor): Promise<void> {
  const changed =
    row === null
      ? {}
      : { changedAt: new Date().toISOString(), changeNote: broughtBy('From a file', actor, zip.isOwn).byName }
  if (row !== null) await db.delete(customerPromise).where(eq(customerPromise.jobId, jobId))
  const rows = file.installation.promises.map((promise, sort) => ({
    sort,
    ...promise,
    ...changed,
    id: row === null ? promise.id : uuidv7(),
    jobId,
    loadTags: [...promise.loadTags],
  }))
  if (rows.length > 0) await db.insert(customerPromise).values(rows)
}

/** Each layer of the wiring on top of what is here. */
async function storeWiring(db: Db, { jobId, merge, zip }: JobOnItsWay, actor: Actor): Promise<void> {
  const latest = await latestNumbers(db, jobId)
  for (const { id, layer, number, note, graph, madeByName, madeAt } of merge.wiring)
    await db.insert(wiringRevision).values({
      id,
      jobId,
      layer,
      number: latest.has(layer) ? (latest.get(layer) ?? 0) + 1 : number,
      note,
      graph,
      madeBy: actor.userId,
      ...broughtBy(madeByName, actor, zip.isOwn),
      madeAt,
    })
}

const libraryIds = ({ components }: Installation): string[] =>
  components.flatMap(({ libraryRevisionId }) => libraryRevisionId ?? [])

/** The plan as it stands now, written down as a revision: whoever compares plans sees when a file came in. */
async function reviseLines(db: Db, { jobId }: JobOnItsWay, actor: Actor): Promise<void> {
  const [row] = await db.select().from(job).where(eq(job.id, jobId)).limit(1)
  const installation = row && (await installationsOf(db, [row])).get(jobId)
  if (!installation || installation.chosenSchool === null) return
  await addPlanRevision(db, {
    id: uuidv7(),
    jobId,
    note: 'Brought in from a file',
    lines: planLines(installation, planOfInstallation(installation)),
    madeBy: actor.userId,
    ...signedBy(actor),
  })
}

/** What a file says of the plan: all of it where the job is new; else what is new, and with `take` what differs. */
export async function storePlan(db: Db, onItsWay: JobOnItsWay, actor: Actor, take: boolean): Promise<void> {
  const { jobId, row, merge, file } = onItsWay
  const isNew = row === null
  await storeJobRow(db, onItsWay, actor, take)
  const libraryRevisions = await revisionsAmong(db, actor.crewId, libraryIds(file.installation))
  await storeThings(db, jobId, merge.things, { take, libraryRevisions })
  if (isNew || (take && merge.promisesDiffer)) await storePromises(db, onItsWay, actor)
  if (isNew || take) await storeWiring(db, onItsWay, actor)
  if (isNew || take) await reviseLines(db, onItsWay, actor)
}
