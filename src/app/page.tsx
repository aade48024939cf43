import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { appDatabase } from '@/db/client'
import { crewById } from '@/db/queries/crews'
import { instrumentsOfCrew } from '@/db/queries/instruments'
import { JobsPage } from '@/features/jobs/JobsPage'
import { currentActor } from '@/server/actor'
import { waitsForFirstCrew } from '@/server/crew/firstRun'
import { listReader } from '@/server/replica/listReader'
import { seenIn } from '@/server/replica/seenWrites'
import { today } from '@/server/jobAccess'
import { call } from '@/server/useCase'
import { type JobPage, listJobs } from '@/server/useCases/jobs'
import { JOB_GROUPS, type JobGroup } from '@/core/evidence/jobGroups'

export default async function Page() {
  const actor = await currentActor()
  if (!actor) redirect((await waitsForFirstCrew()) ? '/first-run' : '/sign-in')
  const now = today()
  const { db } = appDatabase()
  const lists = await listReader(seenIn((await headers()).get('cookie')))
  const [crew, instruments, ...pages] = await Promise.all([
    crewById(db, actor.crewId),
    instrumentsOfCrew(db, actor.crewId),
    ...JOB_GROUPS.map((group) => call(listJobs, lists, actor, { group, today: now })),
  ] as const)
  const first = Object.fromEntries(JOB_GROUPS.map((group, k) => [group, pages[k]])) as Record<JobGroup, JobPage>
  return (
    <JobsPage
      first={first}
      actor={actor}
      today={now}
      usualPackId={crew?.usualPackId ?? 'iec-1ph-230'}
      instruments={instruments}
    />
  )
}
