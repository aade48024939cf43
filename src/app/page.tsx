import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { appDatabase } from '@/db/client'
import { crewById } from '@/db/queries/crews'
import { hasJobs } from '@/db/queries/summaries'
import { instrumentsOfCrew } from '@/db/queries/instruments'
import { JobsPage } from '@/features/jobs/JobsPage'
import { jobsShownBy } from '@/features/jobs/jobsShown'
import { currentActor } from '@/server/actor'
import { waitsForFirstCrew } from '@/server/crew/firstRun'
import { listReader } from '@/server/replica/listReader'
import { seenIn } from '@/server/replica/seenWrites'
import { call } from '@/server/useCase'
import { type JobPage, listJobs } from '@/server/useCases/jobs'
import { JOB_GROUPS, type JobGroup } from '@/core/evidence/jobGroups'
import { calendarDay } from '@/core/time/daysOfInstant'
import { visit } from './visit'
import { UntilAlive } from '@/ui/UntilAlive'

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const actor = await currentActor()
  if (!actor) redirect((await waitsForFirstCrew()) ? '/first-run' : '/sign-in')
  const { zone, nowMs } = await visit()
  const now = calendarDay(nowMs, zone)
  const asked = Object.entries(await searchParams).flatMap(([key, value]) =>
    typeof value === 'string' ? [[key, value]] : [],
  )
  const shown = jobsShownBy(new URLSearchParams(asked))
  const { filter, sort, search } = shown
  const { db } = appDatabase()
  const lists = await listReader(seenIn((await headers()).get('cookie')))
  const [crew, instruments, any, ...pages] = await Promise.all([
    crewById(db, actor.crewId),
    instrumentsOfCrew(db, actor.crewId),
    hasJobs(lists, actor.crewId),
    ...JOB_GROUPS.map((group) => call(listJobs, lists, actor, { group, filter, sort, search, today: now })),
  ] as const)
  const first = Object.fromEntries(JOB_GROUPS.map((group, k) => [group, pages[k]])) as Record<JobGroup, JobPage>
  return (
    <UntilAlive>
      <JobsPage
        first={first}
        shownFirst={shown}
        any={any}
        actor={actor}
        today={now}
        usualPackId={crew?.usualPackId ?? 'iec-1ph-230'}
        instruments={instruments}
      />
    </UntilAlive>
  )
}
