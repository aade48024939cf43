import type { JobRecord } from '@/core/evidence/judge'
import { calendarDay } from '@/core/time/daysOfInstant'
import { rulesOf } from '@/core/installation/rulesOf'
import type { Instrument } from '@/core/installation/installation'
import type { Db } from '@/db/client'
import { type JobRow, jobById } from '@/db/queries/installations'
import { instrumentsOfCrew } from '@/db/queries/instruments'
import { wiringIdsOf } from '@/db/queries/transfer'
import { JobFileError } from '@/jobFile/issues'
import { type JobMerge, mergeJob } from '@/jobFile/merge/mergeJob'
import { withOwnIds } from '@/jobFile/merge/withOwnIds'
import { recordOfJobFile } from '@/jobFile/recordOfJobFile'
import { isId } from '@/schemas/fields'
import type { Actor } from '../access'
import { hostileShape } from '../hostileShape'
import { jobRecord } from '../jobAccess'
import { Problem } from '../problem'
import { recordingsAnew } from './recordingsAnew'
import { type JobZip, readJobZip } from './readJobZip'

/** A job that is being brought in: what its file says, what is here, and what the one adds to the other. */
export interface JobOnItsWay {
  zip: JobZip
  jobId: string
  place: string
  scheduledDay: string | null
  file: JobRecord
  row: JobRow | null
  here: JobRecord | null
  merge: JobMerge
  /** The crew’s own instrument for each id of the file’s; one that the crew does not have is not in it. */
  instrumentOf: ReadonlyMap<string, string>
  /** Sentences of what the file names and cannot be taken in. */
  notTaken: readonly string[]
}

const MOST_TOLD = 50

/** @throws Problem 422 with every place of the job's file that is wrong */
function recordOf(job: unknown) {
  const hostile = hostileShape(job)
  if (hostile !== null) throw new Problem(422, `${hostile} Nothing was stored.`)
  try {
    return recordOfJobFile(job, { today: calendarDay(Date.now(), null), instruments: [] })
  } catch (error) {
    if (!(error instanceof JobFileError)) throw error
    const { issues } = error
    throw new Problem(
      422,
      `The job in the file cannot be read: ${issues.length === 1 ? 'one place is' : `${issues.length} places are`} wrong. Nothing was stored.`,
      issues.slice(0, MOST_TOLD),
    )
  }
}

/** An instrument is the crew's by its id, or by its tag and serial: a tag alone may be on another one. */
function instrumentsMatched(file: readonly Instrument[], own: readonly Instrument[]): Map<string, string> {
  const matched = new Map<string, string>()
  for (const one of file) {
    const found =
      own.find(({ id }) => id === one.id) ??
      own.find(({ tag, serial }) => tag === one.tag && serial !== null && serial === one.serial)
    if (found) matched.set(one.id, found.id)
  }
  return matched
}

/**
 * Reads a job's file and holds it against the job that is here. Nothing is stored.
 *
 * @param newId id that a job gets whose file names none
 * @throws Problem 422 for a file that is none, was changed, or is of another supply than the job here; 409 where its id is another crew's
 */
export async function jobOnItsWay(db: Db, actor: Actor, bytes: Uint8Array, newId: string): Promise<JobOnItsWay> {
  const zip = readJobZip(bytes)
  const read = recordOf(zip.job)
  const given = read.record.installation.jobId
  const jobId = isId(given) ? given : newId
  const file = withOwnIds(read.record, jobId)
  const row = await jobById(db, jobId)
  if (row !== null && row.crewId !== actor.crewId)
    throw new Problem(409, 'This job cannot be brought in here: its id is taken. Nothing was stored.')
  if (row !== null && row.packId !== file.installation.packId)
    throw new Problem(422, 'The job here has another supply than the one in the file. Nothing was stored.')
  const here = row && (await jobRecord(db, row))
  const merge = mergeJob(file, here, await wiringIdsOf(db, jobId))
  const { readings: fresh, notTaken } = recordingsAnew(merge.readings.fresh, rulesOf((here ?? file).installation), zip)
  return {
    zip,
    jobId,
    place: read.place,
    scheduledDay: read.scheduledDay,
    file,
    row,
    here,
    merge: { ...merge, readings: { ...merge.readings, fresh } },
    instrumentOf: instrumentsMatched(file.instruments, await instrumentsOfCrew(db, actor.crewId)),
    notTaken: [...read.notTaken, ...notTaken],
  }
}
