import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'
import type { InstrumentView } from '@/server/useCases/instruments'
import { callUseCase } from '../api'

const KEY = ['instruments'] as const

export interface Instruments {
  /** `null` until they are there. */
  instruments: InstrumentView[] | null
  failure: unknown
  refresh: () => Promise<void>
}

/** The crew's instruments, fetched when their view is opened. */
export function useInstruments(): Instruments {
  const queries = useQueryClient()
  const { data, error } = useQuery({ queryKey: KEY, queryFn: () => callUseCase('viewInstruments', {}), retry: false })
  const refresh = useCallback(() => queries.invalidateQueries({ queryKey: KEY }), [queries])
  return { instruments: data ?? null, failure: error, refresh }
}
