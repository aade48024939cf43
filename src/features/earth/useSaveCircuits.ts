import type { Circuit } from '@/core/installation/installation'
import { useJob } from '../job/JobContext'

/** Stores circuits as they are given, one after the other. @throws ApiProblem with what was refused */
export function useSaveCircuits(): (circuits: readonly Circuit[]) => Promise<void> {
  const {
    record: { installation },
    carryOut,
  } = useJob()
  return async (circuits) => {
    for (const circuit of circuits) {
      // what else a row of the database carries is not sent back
      const { id, jobId: _job, ...fields } = circuit as Circuit & { jobId?: string }
      await carryOut('saveItem', { jobId: installation.jobId, kind: 'circuit', itemId: id, fields })
    }
  }
}
