'use client'
import { useMemo } from 'react'
import { ladderOfInstallation } from '@/core/plan/ladderOfInstallation'
import type { LoadLadder } from '@/core/plan/loadLadder'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { useJob } from '../../job/JobContext'

/** The ladder of the house as it is planned, and the night limit that it climbs to. */
export function useRunLadder(): { ladder: LoadLadder; nightW: number | null; turnOff: readonly string[] } {
  const { installation } = useJob().record
  return useMemo(() => {
    const plan = planOfInstallation(installation)
    return {
      ladder: ladderOfInstallation(installation, plan),
      nightW: plan.limits.nightW,
      turnOff: plan.demand.turnOffNight?.loads ?? [],
    }
  }, [installation])
}
