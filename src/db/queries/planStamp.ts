import { sql } from 'drizzle-orm'
import type { Db } from '../client'
import {
  cableRun,
  circuit,
  component,
  customerPromise,
  electrode,
  fitItem,
  householdAnswer,
  job,
  jobLimit,
  load,
  pack,
  plannedSetting,
  surveyItem,
  wiringRevision,
} from '../schema'

/** Everything that a job's installation is made of, and by which of its columns it belongs to the job. */
const MADE_OF = [
  [job, job.id],
  ...[
    load,
    component,
    circuit,
    cableRun,
    electrode,
    plannedSetting,
    customerPromise,
    surveyItem,
    fitItem,
    wiringRevision,
    pack,
    householdAnswer,
    jobLimit,
  ].map((table) => [table, table.jobId] as const),
] as const

/**
 * A mark of the plan of a job as it stands: another one as soon as any row of it is added, changed or taken away. It is made of the rows'
 * own versions in the database (who wrote them, and where they lie), in one look; nobody has to keep it up.
 *
 * @returns the same text for the same rows; for a job that is not there, one too
 * @example (await planStamp(db, jobId)) === stampOfBefore // nothing of the plan was touched
 */
export async function planStamp(db: Db, jobId: string): Promise<string> {
  const parts = MADE_OF.map(
    ([table, column]) =>
      sql`(select coalesce(sum(hashtextextended(${table}.xmin::text || ' ' || ${table}.ctid::text, 0)), 0) from ${table} where ${column} = ${jobId})`,
  )
  const { rows } = await db.execute<{ stamp: string }>(sql`select concat_ws(' ', ${sql.join(parts, sql`, `)}) as stamp`)
  return rows[0]?.stamp ?? ''
}
