import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo } from 'react'
import type { JobRecord } from '@/core/evidence/judge'
import type { Actor } from '@/server/access'
import type { JobView } from '@/server/useCases/jobs'
import { getJson } from '../api'
import type { Outbox, OutboxState } from '../outbox/outbox'
import { useOutbox } from '../outbox/useOutbox'
import { mergeOutbox, withAcknowledged } from './mergeOutbox'

export interface JobOnDevice {
  /** The job as the server gave it last. */
  view: JobView
  /** The same with what still waits on this device. */
  record: JobRecord
  outbox: Outbox
  outboxState: OutboxState
  refresh: () => Promise<void>
}

const useJobQuery = (jobId: string, initial: JobView) =>
  useQuery({
    queryKey: ['job', jobId],
    queryFn: ({ signal }) => getJson<JobView>(`/api/jobs/${jobId}`, signal),
    initialData: initial,
    staleTime: 10_000,
    refetchOnWindowFocus: true,
    networkMode: 'always',
    retry: false,
  })

/** Hears from the server that evidence was added on another device, and fetches the job again. */
function useEvidenceEvents(jobId: string, refresh: () => Promise<void>): void {
  useEffect(() => {
    const source = new EventSource(`/api/jobs/${jobId}/events`)
    source.addEventListener('evidence', () => void refresh())
    return () => source.close()
  }, [jobId, refresh])
}

/** The job as this device knows it: fetched, told of changes elsewhere, and with the outbox on top. */
export function useJobRecord(initial: JobView, actor: Actor): JobOnDevice {
  const { jobId } = initial.record.installation
  const queries = useQueryClient()
  const { data: view } = useJobQuery(jobId, initial)
  const { outbox, state: outboxState } = useOutbox(actor.userId)
  const refresh = useCallback(() => queries.invalidateQueries({ queryKey: ['job', jobId] }), [queries, jobId])
  useEvidenceEvents(jobId, refresh)
  useEffect(
    () =>
      outbox.onAcknowledged((entries) => {
        queries.setQueryData<JobView>(
          ['job', jobId],
          (old) => old && { ...old, record: withAcknowledged(old.record, jobId, entries, new Date().toISOString()) },
        )
        void refresh()
      }),
    [outbox, queries, jobId, refresh],
  )
  const record = useMemo(
    () => mergeOutbox(view.record, jobId, outboxState.entries),
    [view.record, jobId, outboxState.entries],
  )
  return useMemo(() => ({ view, record, outbox, outboxState, refresh }), [view, record, outbox, outboxState, refresh])
}
