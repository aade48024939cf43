import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo } from 'react'
import type { JobRecord } from '@/core/evidence/judge'
import type { Actor } from '@/server/access'
import type { JobView } from '@/server/useCases/jobs'
import { getJson } from '../api'
import type { Outbox, OutboxState } from '../outbox/outbox'
import { useOutbox } from '../outbox/useOutbox'
import { gather } from './gather'
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

/** How long what comes in is gathered before the job is fetched again: a batch, and the echo of one’s own, are one fetch. */
const GATHER_MS = 200

/** Hears from the server that evidence was added, on whichever device. */
function useEvidenceEvents(jobId: string, heard: () => void): void {
  useEffect(() => {
    const source = new EventSource(`/api/jobs/${jobId}/events`)
    source.addEventListener('evidence', heard)
    return () => source.close()
  }, [jobId, heard])
}

/** The job as this device knows it: fetched, told of changes elsewhere, and with the outbox on top. */
export function useJobRecord(initial: JobView, actor: Actor): JobOnDevice {
  const { jobId } = initial.record.installation
  const queries = useQueryClient()
  const { data: view } = useJobQuery(jobId, initial)
  const { outbox, state: outboxState } = useOutbox(actor.userId)
  const refresh = useCallback(() => queries.invalidateQueries({ queryKey: ['job', jobId] }), [queries, jobId])
  const gathered = useMemo(() => gather(refresh, GATHER_MS), [refresh])
  useEffect(() => gathered.cancel, [gathered])
  useEvidenceEvents(jobId, gathered.ask)
  useEffect(
    () =>
      outbox.onAcknowledged((entries) => {
        queries.setQueryData<JobView>(
          ['job', jobId],
          (old) => old && { ...old, record: withAcknowledged(old.record, jobId, entries, new Date().toISOString()) },
        )
        gathered.ask()
      }),
    [outbox, queries, jobId, gathered],
  )
  const record = useMemo(
    () => mergeOutbox(view.record, jobId, outboxState.entries),
    [view.record, jobId, outboxState.entries],
  )
  return useMemo(() => ({ view, record, outbox, outboxState, refresh }), [view, record, outbox, outboxState, refresh])
}
