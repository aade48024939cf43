import { eq, sql } from 'drizzle-orm'
import type { Installation, Sources } from '@/core/installation/installation'
import { canonicalJson } from '@/core/pack/canonicalJson'
import type { Db } from '@/db/client'
import { type JobRow, installationsOf } from '@/db/queries/installations'
import { job } from '@/db/schema'
import { Problem } from '../problem'

type Parts = Readonly<Record<string, unknown>>

/** Parts of a job that are changed, as they stand on the server in the form that devices have them. */
function standing(row: JobRow, installation: Installation): Parts {
  return { ...row, ...installation }
}

const MEANWHILE = 'Somebody else changed this job meanwhile. Yours is kept: look at both, then save again.'
const same = (a: unknown, b: unknown) => canonicalJson(a ?? null) === canonicalJson(b ?? null)

/** @throws Problem where an outage would start with nothing */
export function refuseReserveBelowFloor({
  reserveSoc,
  floorSoc,
}: Partial<Pick<Sources, 'reserveSoc' | 'floorSoc'>>): void {
  if (floorSoc != null && reserveSoc != null && reserveSoc < floorSoc)
    throw new Problem(422, 'The backup reserve is below the battery’s floor; an outage would start with nothing.', [
      { path: 'sources.reserveSoc', message: 'Backup reserve is below the floor.' },
    ])
}

/**
 * Changes parts of a job inside a transaction, if they stand there as they stood where the change was made: by the parts themselves, or by the
 * job's version. Done twice it is harmless.
 *
 * @returns the version the job has after it
 * @throws Problem 409 where somebody else changed the same parts meanwhile
 */
export async function changeParts(
  tx: Db,
  jobId: string,
  given: Parts,
  { before, version = null }: { before: Parts | null; version?: number | null },
): Promise<number> {
  const [row] = await tx.select().from(job).where(eq(job.id, jobId)).for('update')
  const installation = row && (await installationsOf(tx, [row])).get(jobId)
  if (!row || !installation) throw new Problem(404, 'There is no such job in your crew.')
  const now = standing(row, installation)
  const overtaken = Object.keys(given).some(
    (part) => !same(now[part], given[part]) && (before === null || !same(now[part], before[part])),
  )
  if (before === null ? row.version !== version : overtaken) throw new Problem(409, MEANWHILE)
  await tx
    .update(job)
    .set({ ...given, version: sql`${job.version} + 1` })
    .where(eq(job.id, jobId))
  return row.version + 1
}
