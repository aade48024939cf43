import { verdictAt } from '@/core/evidence/verdictAt'
import { pointsToShow } from '@/core/evidence/bench'
import type { Point } from '@/core/evidence/point'
import { useJob } from '../job/JobContext'

/** Points that are open or stopped. */
export function useWithoutEvidence(): Point[] {
  const { bench } = useJob()
  return pointsToShow(bench).filter(({ key }) => ['open', 'stop'].includes(verdictAt(bench.judgements, key)))
}
