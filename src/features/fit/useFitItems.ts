'use client'
import { useCallback, useState } from 'react'
import type { FitItem } from '@/core/installation/fit'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'

/** Saving things of the wall, the day and the van from anywhere on the bench: what was refused is told, and nothing is half-stored. */
export function useFitItems(): {
  save: (items: readonly FitItem[]) => Promise<boolean>
  refusal: string | null
  busy: boolean
} {
  const {
    record: {
      installation: { jobId },
    },
    carryOut,
  } = useJob()
  const [refusal, setRefusal] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const save = useCallback(
    async (items: readonly FitItem[]) => {
      setRefusal(null)
      setBusy(true)
      try {
        await carryOut('saveFitItems', {
          jobId,
          items: items.map(({ id, kind, tag, name, sort, detail }) => ({
            kind,
            itemId: id,
            fields: { tag, name, sort, ...detail },
          })),
        })
        return true
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error
        setRefusal(error.message)
        return false
      } finally {
        setBusy(false)
      }
    },
    [jobId, carryOut],
  )
  return { save, refusal, busy }
}
