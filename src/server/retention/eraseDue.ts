import { v7 as uuidv7 } from 'uuid'
import type { Database } from '@/db/client'
import { leadOfCrew } from '@/db/queries/crews'
import { type RetentionDue, eraseCustomerOf, lockJob, retentionDue } from '@/db/queries/erasure'
import { noteBy } from '../crew/noteBy'
import { faultOf, log } from '../log'

/** Jobs of one round: what is left waits for the next. */
const MOST_AT_ONCE = 20

/**
 * Takes out what a crew set to be kept no longer: of jobs whose last sealing is as many months ago as the crew keeps its customers' data, each in a transaction
 * of its own.
 *
 * @returns how many jobs it was done for
 */
export async function eraseDue(db: Database, now = new Date()): Promise<number> {
  const until = now.toISOString()
  let done = 0
  for (const due of await retentionDue(db, { until, most: MOST_AT_ONCE }))
    try {
      if (await eraseOne(db, due, until)) done++
    } catch (error) {
      // one that cannot be done holds up no other
      log.warn({ jobId: due.jobId, ...faultOf(error) }, 'retention failed over a job')
    }
  return done
}

/** One job, unless another worker was quicker. @returns whether it was done here */
async function eraseOne(db: Database, { jobId, crewId, months, setBy }: RetentionDue, until: string): Promise<boolean> {
  const lead = await leadOfCrew(db, crewId)
  if (lead === null) return false
  const reason = `Kept for ${months} months after the last sealing, as ${setBy} set it`
  return db.transaction(async (tx) => {
    await lockJob(tx, jobId)
    if ((await retentionDue(tx, { until, jobId, most: 1 })).length === 0) return false
    await eraseCustomerOf(tx, {
      id: uuidv7(),
      jobId,
      newName: `House ${jobId.slice(-6)}`,
      withPictures: false,
      sentenceIds: [],
      reason,
      madeBy: lead.userId,
      byName: 'Retention',
      byRole: null,
    })
    await noteBy(tx, { crewId, name: 'Retention' }, 'personForgotten', jobId, { reason })
    return true
  })
}
