import { allOf } from '@/db/allOf'
import type { Db } from '@/db/client'
import { type JobRow, installationsOf, jobById } from '@/db/queries/installations'
import {
  attachmentsOfJobs,
  overridesOfJobs,
  readingsOfJobs,
  replacementsOfJobs,
  serialsElsewhere,
} from '@/db/queries/evidence'
import { instrumentsOfCrew } from '@/db/queries/instruments'
import { marksOfJobs } from '@/db/queries/outageMarks'
import { visitsOfJobs } from '@/db/queries/visits'
import type { JobRecord } from '@/core/evidence/judge'
import type { Installation } from '@/core/installation/installation'
import { calendarDay } from '@/core/time/daysOfInstant'
import type { HouseClock } from '@/core/time/timeThere'
import { isId } from '@/schemas/fields'
import type { Actor } from './access'
import { Problem } from './problem'

/** @throws Problem 404 for a job that is not the actor's crew's, or is not there at all */
export async function jobOfActor(db: Db, actor: Actor, jobId: string): Promise<JobRow> {
  const row = isId(jobId) ? await jobById(db, jobId) : null
  if (!row || row.crewId !== actor.crewId) throw new Problem(404, 'There is no such job in your crew.')
  return row
}

/** The day it is at a house; by UTC where its zone is not on record. */
export const todayAt = ({ timeZone }: HouseClock): string => calendarDay(Date.now(), timeZone)

/** All that is stored about some jobs of one crew, ready for the core: one query a table. */
export async function jobRecords(db: Db, rows: readonly JobRow[], crewId: string): Promise<Map<string, JobRecord>> {
  const ids = rows.map(({ id }) => id)
  const [installations, readings, attachments, overrides, instruments, replacements, elsewhere, marks, visits] =
    await allOf(db, [
      () => installationsOf(db, rows),
      () => readingsOfJobs(db, ids),
      () => attachmentsOfJobs(db, ids),
      () => overridesOfJobs(db, ids),
      () => instrumentsOfCrew(db, crewId),
      () => replacementsOfJobs(db, ids),
      () => serialsElsewhere(db, ids),
      () => marksOfJobs(db, ids),
      () => visitsOfJobs(db, ids),
    ])
  const of = <T extends { jobId: string }>(list: readonly T[], jobId: string) =>
    list.filter((item) => item.jobId === jobId)
  return new Map(
    ids.flatMap((jobId) => {
      const installation = installations.get(jobId)
      return installation
        ? [
            [
              jobId,
              {
                installation,
                readings: of(readings, jobId),
                attachments: of(attachments, jobId),
                overrides: of(overrides, jobId),
                outageMarks: of(marks, jobId),
                visits: of(visits, jobId),
                replacements: of(replacements, jobId),
                serialsElsewhere: of(elsewhere, jobId),
                instruments,
                today: todayAt(installation.site),
              },
            ],
          ]
        : []
    }),
  )
}

/** What a job is built of, without the evidence of it. */
export async function jobInstallation(db: Db, row: JobRow): Promise<Installation> {
  const installation = (await installationsOf(db, [row])).get(row.id)
  if (!installation) throw new Error(`job ${row.id} has no installation`)
  return installation
}

export async function jobRecord(db: Db, row: JobRow): Promise<JobRecord> {
  const record = (await jobRecords(db, [row], row.crewId)).get(row.id)
  if (!record) throw new Error(`job ${row.id} has no installation`)
  return record
}
