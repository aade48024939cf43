import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'
import type { HabitsView } from '@/server/useCases/habits'
import { callUseCase } from '../api'

const KEY = ['habits'] as const

export interface Habits {
  /** `null` until they are there. */
  habits: HabitsView | null
  failure: unknown
  refresh: () => Promise<void>
}

/** The crew's prices, usual times, colours and letter head, fetched when somebody looks at them. */
export function useHabits(): Habits {
  const queries = useQueryClient()
  const { data, error } = useQuery({ queryKey: KEY, queryFn: () => callUseCase('viewHabits', {}), retry: false })
  const refresh = useCallback(() => queries.invalidateQueries({ queryKey: KEY }), [queries])
  return { habits: data ?? null, failure: error, refresh }
}
