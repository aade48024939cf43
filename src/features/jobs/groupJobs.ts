import type { JobListEntry } from '@/server/useCases/jobs'

export type JobGroup = 'today' | 'coming' | 'open' | 'sealed'

/** Jobs by what they ask of the crew: on today, coming, left open from earlier, done. `today` is an ISO date. */
export function groupJobs<Job extends Pick<JobListEntry, 'scheduledDay' | 'sealedAt'>>(
  jobs: readonly Job[],
  today: string,
): Record<JobGroup, Job[]> {
  const groups: Record<JobGroup, Job[]> = { today: [], coming: [], open: [], sealed: [] }
  for (const job of jobs)
    groups[
      job.sealedAt !== null
        ? 'sealed'
        : job.scheduledDay === today
          ? 'today'
          : job.scheduledDay === null || job.scheduledDay > today
            ? 'coming'
            : 'open'
    ].push(job)
  return groups
}
