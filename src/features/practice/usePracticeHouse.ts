'use client'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { OutputOf } from '@/server/useCases'
import { callUseCase, problemWords } from '../api'
import { useJob } from '../job/JobContext'

export type PracticeHouse = NonNullable<OutputOf<'viewHouse'>>
type ActInput = Parameters<typeof callUseCase<'actOnHouse'>>[1]

export type Act = ReturnType<typeof usePracticeHouse>['act']

const ASK_MS = 2000

/** The job's stand-in house: as it stands, and the ways to do something to it. `null` where there is none. */
export function usePracticeHouse() {
  const {
    may,
    record: {
      installation: { jobId },
    },
  } = useJob()
  const queries = useQueryClient()
  const key = ['house', jobId]
  const [fault, setFault] = useState<string | null>(null)
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => callUseCase('viewHouse', { jobId }),
    refetchInterval: ({ state }) => (state.data === null ? false : ASK_MS),
    enabled: may('viewHouse'),
    retry: false,
  })
  const attempt = async (work: () => Promise<PracticeHouse>) => {
    setFault(null)
    try {
      queries.setQueryData(key, await work())
    } catch (error) {
      setFault(problemWords(error))
    }
  }
  return {
    house: data ?? null,
    fault,
    act: (act: ActInput['act'], input: object = {}) => attempt(() => callUseCase('actOnHouse', { jobId, act, input })),
    buildAnew: () => attempt(() => callUseCase('buildHouseAnew', { jobId })),
  }
}
