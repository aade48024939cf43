import type { Metadata } from 'next'
import { notFound, redirect } from 'next/navigation'
import { Suspense } from 'react'
import { appDatabase } from '@/db/client'
import { JobBench } from '@/features/job/BenchShell'
import { currentActor } from '@/server/actor'
import { Problem } from '@/server/problem'
import { call } from '@/server/useCase'
import { viewJob } from '@/server/useCases/jobs'

export const metadata: Metadata = { title: 'Bench' }

export default async function JobPage({ params }: { params: Promise<{ jobId: string }> }) {
  const actor = await currentActor()
  const { jobId } = await params
  if (!actor) redirect(`/sign-in?to=${encodeURIComponent(`/jobs/${jobId}`)}`)
  let view
  try {
    view = await call(viewJob, appDatabase().db, actor, { jobId })
  } catch (error) {
    if (error instanceof Problem && error.status === 404) notFound()
    throw error
  }
  return (
    <Suspense>
      <JobBench view={view} actor={actor} />
    </Suspense>
  )
}
