import type { Metadata } from 'next'
import { notFound, redirect } from 'next/navigation'
import { Suspense } from 'react'
import { appDatabase } from '@/db/client'
import { JobBench } from '@/features/job/JobBench'
import { JobLoading } from '@/features/job/JobLoading'
import type { Actor } from '@/server/access'
import { currentActor } from '@/server/actor'
import { jobOfActor } from '@/server/jobAccess'
import { Problem } from '@/server/problem'
import { call } from '@/server/useCase'
import { viewJob } from '@/server/useCases/jobs'
import { UntilAlive } from '@/ui/UntilAlive'

export const metadata: Metadata = { title: 'Bench' }

export default async function JobPage({ params }: { params: Promise<{ jobId: string }> }) {
  const actor = await currentActor()
  const { jobId } = await params
  if (!actor) redirect(`/sign-in?to=${encodeURIComponent(`/jobs/${jobId}`)}`)
  const { db } = appDatabase()
  let name
  try {
    // whose job it is decides the status, and so it is known before anything is sent; the rest follows while the browser fetches scripts
    ;({ name } = await jobOfActor(db, actor, jobId))
  } catch (error) {
    if (error instanceof Problem && error.status === 404) notFound()
    throw error
  }
  return (
    <Suspense fallback={<JobLoading name={name} />}>
      <OpenedJob jobId={jobId} actor={actor} />
    </Suspense>
  )
}

async function OpenedJob({ jobId, actor }: { jobId: string; actor: Actor }) {
  const view = await call(viewJob, appDatabase().db, actor, { jobId })
  return (
    <UntilAlive>
      <JobBench viewText={JSON.stringify(view)} actor={actor} />
    </UntilAlive>
  )
}
