'use client'
import { useMemo } from 'react'
import { type Plan, planOfInstallation } from '@/core/plan/planOfInstallation'
import { useJob } from '../job/JobContext'

/** What the plan says of the job as it stands. */
export function usePlan(): Plan {
  const { record: { installation } } = useJob()
  return useMemo(() => planOfInstallation(installation), [installation])
}
