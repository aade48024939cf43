import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'
import type { CrewView } from '@/server/useCases/crew'
import { callUseCase } from '../api'

const KEY = ['crew'] as const

/** The crew as it was when the page was made, and anew after each change. */
export function useCrew(first: CrewView): { crew: CrewView; refresh: () => Promise<void> } {
  const queries = useQueryClient()
  const { data } = useQuery({
    queryKey: KEY,
    queryFn: () => callUseCase('viewCrew', {}),
    initialData: first,
    staleTime: 30_000,
  })
  const refresh = useCallback(() => queries.invalidateQueries({ queryKey: KEY }), [queries])
  return { crew: data, refresh }
}
