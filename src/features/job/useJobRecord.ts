import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef } from 'react'
import type { JobCover, JobRecord } from '@/core/evidence/judge'
import type { Reading } from '@/core/evidence/reading'
import type { StandingCounts } from '@/core/evidence/standingCounts'
import type { Actor } from '@/server/access'
import type { JobView } from '@/server/useCases/jobs'
import { cameKept } from '@/offline/cameKept'
import { keepJob } from '@/offline/keepJob'
import { jobAddress } from '@/offline/messages'
import { useTodayAt } from '@/ui/useTodayAt'
import { getJson } from '../api'
import type { Outbox, OutboxState } from '../outbox/outbox'
import { isOf } from '../outbox/outboxEntry'
import { useOutbox } from '../outbox/useOutbox'
import { gather } from './gather'
import { isBehind } from './isBehind'
import {
  isHeldAgainstOtherJobs,
  mergeOutbox,
  readingsOnTheirWay,
  receivedIn,
  unknownOf,
  withAcknowledged,
  withAdded,
  withMissing,
} from './mergeOutbox'

export interface JobOnDevice {
  /** The job as the server gave it last. */
  view: JobView
  /** The same with what still waits on this device. */
  record: JobRecord
  outbox: Outbox
  outboxState: OutboxState
  refresh: () => Promise<void>
}

/** When a view was true: a page that was kept for want of a network holds an old one, and the newer copy is looked for at once. */
const knownAt = ({ readAt }: JobView): number =>
  cameKept() || isOffline() ? 0 : Math.min(Date.now(), Date.parse(readAt))

const isOffline = () => typeof navigator !== 'undefined' && !navigator.onLine

function useJobQuery(jobId: string, initial: JobView) {
  const queries = useQueryClient()
  return useQuery({
    queryKey: ['job', jobId],
    queryFn: async ({ signal }) => {
      const fetched = await getJson<JobView>(jobAddress(jobId), signal)
      // what was acknowledged or told of while this was on its way is on record for good
      const meanwhile = receivedIn(queries.getQueryData<JobView>(['job', jobId])?.record.readings ?? [])
      return { ...fetched, record: withMissing(fetched.record, meanwhile) }
    },
    initialData: initial,
    initialDataUpdatedAt: knownAt(initial),
    staleTime: 10_000,
    refetchOnWindowFocus: true,
    networkMode: 'always',
    retry: false,
  })
}

/** Readings that are fetched by themselves; for more of them the whole job is. */
const MOST_FETCHED = 100

/** How long what comes in is gathered before it is fetched: a batch, and the echo of one’s own, are one fetch at most. */
const GATHER_MS = 200

/**
 * Hears from the server that evidence was added, on whichever device: the ids of readings, or `null` for anything else. Whenever it begins to be heard, at
 * first and after each break, the server says how much is on record, so that nothing is missed in between.
 */
function useEvidenceEvents(
  jobId: string,
  heard: (readings: readonly string[] | null) => void,
  isMissing: (standing: StandingCounts) => boolean,
): void {
  useEffect(() => {
    const source = new EventSource(`/api/jobs/${jobId}/events`)
    source.addEventListener('evidence', ({ data }: MessageEvent<string>) =>
      heard((JSON.parse(data) as { readings: string[] | null }).readings),
    )
    source.addEventListener('standing', ({ data }: MessageEvent<string>) => {
      if (isMissing(JSON.parse(data) as StandingCounts)) heard(null)
    })
    return () => source.close()
  }, [jobId, heard, isMissing])
}

/** How long after a change the copy for want of a network is brought up to it. */
const KEEP_MS = 1000

/** Changes that are not fetched are kept all the same, so that the job opens without a network as it was last seen. */
function useKeptCopy(jobId: string, view: JobView): void {
  const latest = useRef(view)
  latest.current = view
  const kept = useMemo(() => gather(() => keepJob(jobId, latest.current), KEEP_MS), [jobId])
  const first = useRef(view)
  useEffect(() => {
    if (view !== first.current) kept.ask()
  }, [kept, view])
  useEffect(() => kept.cancel, [kept])
}

/** Gathers what the server tells of: readings that are new here are fetched by themselves, for anything else the whole job is. */
function followEvidence(queries: QueryClient, jobId: string, outbox: Outbox, refresh: () => Promise<void>) {
  const told = new Set<string>()
  let whole = false
  const known = () => queries.getQueryData<JobView>(['job', jobId])?.record.readings ?? []
  const gathered = gather(async () => {
    const ids = unknownOf(told, known(), readingsOnTheirWay(outbox.state().entries))
    const everything = whole || ids.length > MOST_FETCHED
    told.clear()
    whole = false
    if (everything) return refresh()
    if (ids.length === 0) return
    const added = await getJson<Reading[]>(`/api/jobs/${jobId}/readings?ids=${ids.join(',')}`).catch(() => null)
    if (added === null || added.some(isHeldAgainstOtherJobs)) return refresh()
    queries.setQueryData<JobView>(['job', jobId], (old) => old && { ...old, record: withAdded(old.record, added) })
  }, GATHER_MS)
  return {
    heard(readings: readonly string[] | null) {
      if (readings === null) whole = true
      else readings.forEach((id) => told.add(id))
      gathered.ask()
    },
    refreshSoon() {
      whole = true
      gathered.ask()
    },
    cancel: gathered.cancel,
  }
}

/** Keeps the job up with what the server tells of. */
function useFollowEvidence(jobId: string, outbox: Outbox, refresh: () => Promise<void>): { refreshSoon: () => void } {
  const queries = useQueryClient()
  const follow = useMemo(() => followEvidence(queries, jobId, outbox, refresh), [queries, jobId, outbox, refresh])
  useEffect(() => follow.cancel, [follow])
  const isMissing = useCallback(
    (standing: StandingCounts) => {
      const view = queries.getQueryData<JobView>(['job', jobId])
      return view !== undefined && isBehind(view, standing)
    },
    [queries, jobId],
  )
  useEvidenceEvents(jobId, follow.heard, isMissing)
  return follow
}

const coverOf = ({ place, scheduledDay, gateway }: JobView): JobCover => ({
  place,
  scheduledDay,
  gatewayHost: gateway.host,
  gatewayPort: gateway.port,
})

/** The job as this device knows it: fetched, told of changes elsewhere, and with the outbox on top. */
export function useJobRecord(initial: JobView, actor: Actor): JobOnDevice {
  const { jobId } = initial.record.installation
  const queries = useQueryClient()
  const { data: view } = useJobQuery(jobId, initial)
  useKeptCopy(jobId, view)
  const { outbox, state: outboxState } = useOutbox(actor.userId)
  const refresh = useCallback(() => queries.invalidateQueries({ queryKey: ['job', jobId] }), [queries, jobId])
  const { refreshSoon } = useFollowEvidence(jobId, outbox, refresh)
  useEffect(
    () =>
      outbox.onAcknowledged((entries) => {
        queries.setQueryData<JobView>(
          ['job', jobId],
          (old) => old && { ...old, record: withAcknowledged(old.record, jobId, entries, new Date().toISOString()) },
        )
        // a reading is whole as it is; of anything else the server may have made more
        if (
          !entries.every((entry) => isOf(entry, 'recordReadings') && !entry.input.readings.some(isHeldAgainstOtherJobs))
        )
          refreshSoon()
      }),
    [outbox, queries, jobId, refreshSoon],
  )
  const today = useTodayAt(view.record.installation.site.timeZone)
  const record = useMemo(
    () => mergeOutbox({ ...view.record, today, cover: coverOf(view) }, jobId, outboxState.entries),
    [view, today, jobId, outboxState.entries],
  )
  return useMemo(() => ({ view, record, outbox, outboxState, refresh }), [view, record, outbox, outboxState, refresh])
}
