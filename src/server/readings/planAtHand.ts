import type { Point } from '@/core/evidence/point'
import { pointsOf } from '@/core/evidence/points'
import { Remembered } from '@/core/remembered'
import type { Db } from '@/db/client'
import { type JobRow, jobById } from '@/db/queries/installations'
import { planStamp } from '@/db/queries/planStamp'
import { jobInstallation } from '../jobAccess'

/** A job, the points of its plan by their keys, and the stamp of what they were worked out from. */
interface PlanAtHand {
  stamp: string
  job: JobRow
  points: ReadonlyMap<string, Point>
}

/** Jobs whose points are kept: as many as crews are at work on at once, on one server. */
const MOST_PLANS = 40

/** By the database they are in. */
const kept = new WeakMap<Db, Remembered<PlanAtHand>>()

/**
 * A job and its points as its plan stands. What a plan asks for is worked out once: a batch of readings looks at its stamp, and reads it anew
 * only when something of it was touched.
 *
 * @returns `null` when the crew has no such job
 */
export async function planAtHand(
  db: Db,
  crewId: string,
  jobId: string,
): Promise<Pick<PlanAtHand, 'job' | 'points'> | null> {
  const plans = kept.get(db) ?? new Remembered<PlanAtHand>(MOST_PLANS)
  kept.set(db, plans)
  // first the stamp, then the plan: one that is changed in between is newer than its stamp, and is read again
  const stamp = await planStamp(db, jobId)
  const known = plans.get(jobId)
  const plan = known?.stamp === stamp ? known : await planNow(db, crewId, jobId, stamp)
  if (plan === null || plan.job.crewId !== crewId) return null
  return plans.keep(jobId, plan)
}

async function planNow(db: Db, crewId: string, jobId: string, stamp: string): Promise<PlanAtHand | null> {
  const row = await jobById(db, jobId)
  if (row?.crewId !== crewId) return null
  const points = new Map(pointsOf(await jobInstallation(db, row)).map((point) => [point.key, point]))
  return { stamp, job: row, points }
}
