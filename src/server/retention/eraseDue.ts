import { v7 as uuidv7 } from 'uuid'
import type { Database } from '@/db/client'
import { leadOfCrew } from '@/db/queries/crews'
import { eraseCustomerOf, retentionDue } from '@/db/queries/erasure'
import { noteBy } from '../crew/noteBy'

/** Jobs of one round: what is left waits for the next. */
const MOST_AT_ONCE = 20

/**
 * Takes out what a crew set to be kept no longer: of jobs whose last sealing is as many months ago as the crew keeps its customers' data, each in a transaction
 * of its own.
 *
 * @returns how many jobs it was done for
 */
export async function eraseDue(db: Database, now = new Date()): Promise<number> {
  const due = await retentionDue(db, { until: now.toISOString(), most: MOST_AT_ONCE })
  let done = 0
  for (const { jobId, crewId, months, setBy } of due) {
    const lead = await leadOfCrew(db, crewId)
    if (lead === null) continue
    const reason = `Kept for ${months} months after the last sealing, as ${setBy} set it`
    await db.transaction(async (tx) => {
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
    })
    done++
  }
  return done
}
