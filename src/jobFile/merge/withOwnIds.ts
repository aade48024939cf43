import { v5 as uuidv5 } from 'uuid'
import type { JobRecord } from '@/core/evidence/judge'
import { isId } from '@/schemas/fields'

/**
 * A record that was read from a file, with ids that a database takes: one that is an id already stays, any other becomes one of its job's, the same
 * each time the file is read. What names another by its id names it still.
 *
 * @param jobId id that the job has here
 * @example withOwnIds(record, jobId).readings[0].id // '5f1c…' for `reading-00000`
 */
export function withOwnIds(record: JobRecord, jobId: string): JobRecord {
  const own = (id: string) => (isId(id) ? id : uuidv5(id, jobId))
  const ofJob = <T extends { id: string }>(list: readonly T[]): T[] =>
    list.map((one) => ({ ...one, id: own(one.id), ...('jobId' in one && { jobId }) }))
  const { installation } = record
  const { planned, wired } = installation.wiring
  return {
    ...record,
    installation: {
      ...installation,
      jobId,
      loads: ofJob(installation.loads),
      components: ofJob(installation.components),
      circuits: ofJob(installation.circuits),
      runs: ofJob(installation.runs),
      electrodes: ofJob(installation.electrodes),
      settings: ofJob(installation.settings),
      survey: ofJob(installation.survey),
      fit: ofJob(installation.fit),
      promises: ofJob(installation.promises),
      ownLimits: ofJob(installation.ownLimits),
      wiring: {
        planned: planned && { ...planned, id: own(planned.id), jobId },
        wired: wired && { ...wired, id: own(wired.id), jobId },
      },
    },
    readings: ofJob(record.readings).map((one) => ({
      ...one,
      jobId,
      supersedes: one.supersedes === null ? null : own(one.supersedes),
    })),
    attachments: ofJob(record.attachments).map((one) => ({ ...one, jobId })),
    overrides: ofJob(record.overrides),
    outageMarks: ofJob(record.outageMarks).map((mark) => ({ ...mark, runId: own(mark.runId) })),
    visits: ofJob(record.visits),
    replacements: ofJob(record.replacements),
  }
}
