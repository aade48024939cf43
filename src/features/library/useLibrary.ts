import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'
import type { EquipmentView } from '@/server/useCases/equipment'
import { callUseCase } from '../api'

const KEY = ['library'] as const

export interface Library {
  /** `null` until it is there. */
  pieces: EquipmentView[] | null
  failure: unknown
  refresh: () => Promise<void>
}

/** The crew's equipment, fetched when somebody looks at it. */
export function useLibrary(): Library {
  const queries = useQueryClient()
  const { data, error } = useQuery({ queryKey: KEY, queryFn: () => callUseCase('viewEquipment', {}), retry: false })
  const refresh = useCallback(() => queries.invalidateQueries({ queryKey: KEY }), [queries])
  return { pieces: data ?? null, failure: error, refresh }
}
