import type { Point } from '@/core/evidence/point'
import { pointsOf } from '@/core/evidence/points'
import type { Db } from '@/db/client'
import { jobById } from '@/db/queries/installations'
import { planStamp } from '@/db/queries/planStamp'
import { jobInstallation } from '../jobAccess'

/** The points of a job by their keys, and the plan that they are of. */
interface PlanAtHand {
  stamp: string
  points: ReadonlyMap<string, Point>
}

/** Jobs whose points are kept: as many as crews are at work on at once, on one server. */
const MOST_PLANS = 40

/** By the database they are in; the one that was used last stands last. */
const kept = new WeakMap<Db, Map<string, PlanAtHand>>()

/**
 * The points of a job as its plan stands. What a plan asks for is worked out once: a batch of readings looks at its stamp, and reads it anew
 * only when something of it was touched.
 *
 * @throws Error when there is no such job
 */
export async function pointsAtHand(db: Db, jobId: string): Promise<ReadonlyMap<string, Point>> {
  const plans = kept.get(db) ?? new Map<string, PlanAtHand>()
  kept.set(db, plans)
  // first the stamp, then the plan: one that is changed in between is newer than its stamp, and is read again
  const stamp = await planStamp(db, jobId)
  const known = plans.get(jobId)
  plans.delete(jobId)
  const plan = known?.stamp === stamp ? known : { stamp, points: await pointsNow(db, jobId) }
  plans.set(jobId, plan)
  if (plans.size > MOST_PLANS) plans.delete(plans.keys().next().value ?? '')
  return plan.points
}

async function pointsNow(db: Db, jobId: string): Promise<ReadonlyMap<string, Point>> {
  const row = await jobById(db, jobId)
  if (!row) throw new Error(`job ${jobId} is gone`)
  return new Map(pointsOf(await jobInstallation(db, row)).map((point) => [point.key, point]))
}
