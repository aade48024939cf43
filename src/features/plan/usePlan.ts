'use client'
import type { Plan } from '@/core/plan/planOfInstallation'
import { usePlanned } from './LoadDrafts'

/** What the plan says of the job as it is shown. */
export const usePlan = (): Plan => usePlanned().plan
