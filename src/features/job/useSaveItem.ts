import { useCallback } from 'react'
import type { ItemKind } from '@/schemas/itemFields'
import { useJob } from './JobContext'

/** Stores a thing of the job as it is given. What else a row of the database carries is not sent back. @throws ApiProblem with what was refused */
export function useSaveItem(): <Thing extends { id: string }>(kind: ItemKind, item: Thing) => Promise<unknown> {
  const {
    record: {
      installation: { jobId },
    },
    carryOut,
  } = useJob()
  return useCallback(
    (kind, item) => {
      const { id, jobId: _job, ...fields } = item as typeof item & { jobId?: string }
      return carryOut('saveItem', { jobId, kind, itemId: id, fields })
    },
    [carryOut, jobId],
  )
}
