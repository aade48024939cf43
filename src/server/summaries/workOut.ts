import { jobFacts } from '@/core/evidence/jobFacts'
import type { Database } from '@/db/client'
import { jobById } from '@/db/queries/installations'
import { changedJobs, storeFacts, takeMarks } from '@/db/queries/summaries'
import { isDatabaseAway } from '../databaseFault'
import { jobRecord } from '../jobAccess'
import { faultOf, log } from '../log'
import type { JobRests } from './jobRests'

/** Jobs looked up at a time. */
const AT_A_TIME = 20

/**
 * Works out what the list says of one job. The marks are taken out in the same transaction: if it ends early the job stays marked, and evidence that comes
 * meanwhile leaves a mark of its own.
 */
export async function workOut(db: Database, jobId: string): Promise<void> {
  await db.transaction(async (tx) => {
    await takeMarks(tx, jobId)
    // read beside the transaction, after the marks are out: whatever was committed until now is seen
    const row = await jobById(db, jobId)
    if (row) await storeFacts(tx, jobId, jobFacts(await jobRecord(db, row)))
  })
}

/**
 * Works out every job that is marked, one after the other. A job that cannot be worked out stays marked and is passed over, and so does
 * one that rests; without `rests` none does.
 *
 * @returns how many were worked out
 */
export async function workOutChanged(db: Database, rests?: JobRests): Promise<number> {
  let done = 0
  const failed = new Set<string>()
  const passedOver = (jobId: string) => failed.has(jobId) || rests?.isResting(jobId) === true
  for (;;) {
    const marked = await changedJobs(db, AT_A_TIME + failed.size + (rests?.count() ?? 0))
    const waiting = marked.filter((jobId) => !passedOver(jobId))
    if (waiting.length === 0) return done
    for (const jobId of waiting)
      try {
        const beganMs = performance.now()
        await workOut(db, jobId)
        rests?.workedOut(jobId, performance.now() - beganMs)
        done++
      } catch (error) {
        if (isDatabaseAway(error)) throw error
        failed.add(jobId)
        log.error({ jobId, ...faultOf(error) }, 'the facts of a job could not be worked out')
      }
  }
}
