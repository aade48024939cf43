import { redirect } from 'next/navigation'
import { appDatabase } from '@/db/client'
import { JobsPage } from '@/features/jobs/JobsPage'
import { currentActor } from '@/server/actor'
import { today } from '@/server/jobAccess'
import { call } from '@/server/useCase'
import { type JobPage, listJobs } from '@/server/useCases/jobs'
import { JOB_GROUPS, type JobGroup } from '@/core/evidence/jobGroups'

export default async function Page() {
  const actor = await currentActor()
  if (!actor) redirect('/sign-in')
  const now = today()
  const { db } = appDatabase()
  const pages = await Promise.all(JOB_GROUPS.map((group) => call(listJobs, db, actor, { group, today: now })))
  const first = Object.fromEntries(JOB_GROUPS.map((group, k) => [group, pages[k]])) as Record<JobGroup, JobPage>
  return <JobsPage first={first} actor={actor} today={now} />
}
