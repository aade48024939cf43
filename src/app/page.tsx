import { redirect } from 'next/navigation'
import { appDatabase } from '@/db/client'
import { JobsPage } from '@/features/jobs/JobsPage'
import { currentActor } from '@/server/actor'
import { today } from '@/server/jobAccess'
import { call } from '@/server/useCase'
import { listJobs } from '@/server/useCases/jobs'

export default async function Page() {
  const actor = await currentActor()
  if (!actor) redirect('/sign-in')
  return <JobsPage jobs={await call(listJobs, appDatabase().db, actor, {})} actor={actor} today={today()} />
}
