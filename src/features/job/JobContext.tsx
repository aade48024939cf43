'use client'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs'
import {
  type ReactNode,
  createContext,
  use,
  useCallback,
  useEffect,
  useMemo,
  useState,
  useSyncExternalStore,
} from 'react'
import { v7 as uuidv7 } from 'uuid'
import { type Bench, benchOf } from '@/core/evidence/bench'
import { type JobRecord, judgeWith } from '@/core/evidence/judge'
import { nextPoint } from '@/core/evidence/next'
import { type Point, STAGES, type Slot, type Stage } from '@/core/evidence/point'
import type { EnteredValue, Target } from '@/core/evidence/quickLine'
import { instrumentFor } from '@/core/evidence/instrumentFor'
import { type Reading, WITHDRAWN } from '@/core/evidence/reading'
import type { Judgement } from '@/core/evidence/point'
import type { Actor, UseCaseName } from '@/server/access'
import { mayCall } from '@/server/access'
import type { JobView } from '@/server/useCases/jobs'
import { remember, remembered } from '@/ui/deviceMemory'
import { getJson } from '../api'
import type { Outbox, OutboxState } from '../outbox/outbox'
import { useOutbox } from '../outbox/useOutbox'
import { type Hand, makeReading } from './makeReading'
import { mergeOutbox, withAcknowledged } from './mergeOutbox'

export type Mode = 'grid' | 'island'

/** Everything the bench's parts share: the job, what is derived from it, where the person stands, and how they enter. */
export interface JobContextValue {
  view: JobView
  record: JobRecord
  bench: Bench
  actor: Actor
  may: (useCase: UseCaseName) => boolean
  stage: Stage
  /** Key of the selected point. */
  at: string | null
  /** View within the stage's bench; `null` for its first. */
  benchView: string | null
  goTo: (stage: Stage, at?: string | null, benchView?: string | null) => void
  select: (pointKey: string | null) => void
  openNext: () => Point | null
  mode: Mode
  setMode: (mode: Mode) => void
  hand: Hand
  instrumentId: string | null
  setInstrumentId: (id: string | null) => void
  outbox: Outbox
  outboxState: OutboxState
  enter: (
    target: Target,
    value: EnteredValue,
    options?: { outOfRangeConfirmed?: boolean; correction?: { supersedes: string; reason: string } },
  ) => Promise<Judgement>
  preview: (target: Target, value: EnteredValue) => Judgement
  withdraw: (reading: Reading, reason: string) => Promise<void>
  refresh: () => Promise<void>
  /** Text another part wants on the quick line, such as the chip of a slot. */
  proposed: { text: string; stamp: number } | null
  propose: (text: string) => void
}

const JobContext = createContext<JobContextValue | null>(null)

export function useJob(): JobContextValue {
  const value = use(JobContext)
  if (!value) throw new Error('useJob is for parts of the bench')
  return value
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
function useEvidenceEvents(jobId: string, refresh: () => void): void {
  useEffect(() => {
    const source = new EventSource(`/api/jobs/${jobId}/events`)
    source.addEventListener('evidence', refresh)
    return () => source.close()
  }, [jobId, refresh])
}

export function JobProvider({ initial, actor, children }: { initial: JobView; actor: Actor; children: ReactNode }) {
  const { jobId } = initial.record.installation
  const queries = useQueryClient()
  const { data: view } = useJobQuery(jobId, initial)
  const { outbox, state: outboxState } = useOutbox(actor.userId)
  const refresh = useCallback(async () => {
    await queries.invalidateQueries({ queryKey: ['job', jobId] })
  }, [queries, jobId])
  useEvidenceEvents(
    jobId,
    useCallback(() => void refresh(), [refresh]),
  )
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
  const bench = useMemo(() => benchOf(record), [record])
  const first = useMemo(() => nextPoint(benchOf(initial.record))?.point.stage ?? 'survey', [initial.record])
  const [{ stage, at, view: benchView }, setPlace] = useQueryStates(
    { stage: parseAsStringLiteral(STAGES).withDefault(first), at: parseAsString, view: parseAsString },
    { history: 'push', shallow: true, clearOnDefault: false },
  )
  const [mode, setMode] = useState<Mode>('grid')
  const [instrumentId, setInstrumentId] = useRememberedInstrument(record)
  const [proposed, setProposed] = useState<JobContextValue['proposed']>(null)

  const hand = useMemo(
    (): Hand => ({
      jobId,
      userId: actor.userId,
      userName: actor.name,
      instrumentFor: (measures) => instrumentFor(record.instruments, instrumentId, measures),
    }),
    [jobId, actor, instrumentId, record.instruments],
  )
  const value = useMemo((): JobContextValue => {
    const preview: JobContextValue['preview'] = (target, entered) =>
      judgeWith(record, target.point, makeReading(target, entered, hand, new Date()))
    const goTo: JobContextValue['goTo'] = (to, point = null, within = null) => {
      // a point of one mode turns the quick line to it
      const own = bench.points.find(({ key }) => key === point)?.slots[0]?.mode
      if (own) setMode(own)
      void setPlace({ stage: to, at: point, view: within })
    }
    const keep = async (reading: Reading, judgement: Judgement, outOfRangeConfirmed = false) => {
      const shown = { ...reading, shownVerdict: judgement.verdict }
      await outbox.add({
        kind: 'reading',
        id: shown.id,
        jobId,
        userId: actor.userId,
        refusal: null,
        reading: shown,
        outOfRangeConfirmed,
      })
    }
    return {
      view,
      record,
      bench,
      actor,
      stage,
      at,
      benchView,
      goTo,
      preview,
      mode,
      setMode,
      hand,
      instrumentId,
      setInstrumentId,
      outbox,
      outboxState,
      refresh,
      proposed,
      may: (useCase) => mayCall(actor.role, useCase),
      select: (pointKey) => {
        const to = bench.points.find(({ key }) => key === pointKey)?.stage ?? stage
        goTo(to, pointKey, to === stage ? benchView : null)
      },
      openNext() {
        const next = nextPoint(bench, at ?? undefined) ?? nextPoint(bench)
        if (!next) return null
        goTo(next.point.stage, next.point.key)
        return next.point
      },
      async enter(target, entered, options = {}) {
        const reading = makeReading(target, entered, hand, new Date(), options.correction ?? null)
        const judgement = judgeWith(record, target.point, reading)
        await keep(reading, judgement, options.outOfRangeConfirmed)
        return judgement
      },
      async withdraw(reading, reason) {
        const point = bench.points.find(({ key }) => key === reading.pointKey)
        const taken: Reading = {
          ...reading,
          id: uuidv7(),
          valueNumber: null,
          valueWord: WITHDRAWN,
          digits: null,
          unit: '',
          detail: null,
          instrumentId: null,
          recordedBy: actor.userId,
          recordedByName: actor.name,
          recordedAt: new Date().toISOString(),
          receivedAt: null,
          supersedes: reading.id,
          supersedeReason: reason,
        }
        await keep(
          taken,
          point
            ? judgeWith(record, point, taken)
            : { verdict: 'open', value: null, why: '', limit: null, basis: null, code: '' },
        )
      },
      propose: (text) => setProposed({ text, stamp: Date.now() }),
    }
  }, [
    view,
    record,
    bench,
    actor,
    stage,
    at,
    benchView,
    mode,
    instrumentId,
    setInstrumentId,
    outbox,
    outboxState,
    refresh,
    proposed,
    hand,
    jobId,
    setPlace,
  ])
  return <JobContext value={value}>{children}</JobContext>
}

/** Slots of a point that still want a value, the first of them first. */
export function openSlots({ record }: JobContextValue, point: Point): Slot[] {
  const filled = new Set(benchSlots(record, point))
  return point.slots.filter(({ id, path }) => path.length > 0 && !filled.has(id))
}

const benchSlots = (record: JobRecord, point: Point) =>
  record.readings
    .filter(({ pointKey, valueWord }) => pointKey === point.key && valueWord !== WITHDRAWN)
    .map(({ slot }) => slot)

/** The instrument that measures most, for a hand that has not chosen yet. */
const handiest = (instruments: JobRecord['instruments']): string | null =>
  [...instruments].sort((a, b) => b.functions.length - a.functions.length)[0]?.id ?? null

const INSTRUMENT_KEY = 'awlbright-instrument'

/** The instrument in the crew's hand, remembered on this device while it is one of theirs. */
function useRememberedInstrument({ instruments }: JobRecord): [string | null, (id: string | null) => void] {
  const kept = useSyncExternalStore(
    () => () => {},
    () => remembered(INSTRUMENT_KEY),
    () => null,
  )
  const [chosen, setChosen] = useState<string | null | undefined>(undefined)
  const id = chosen === undefined ? kept || handiest(instruments) : chosen
  const known = instruments.some((instrument) => instrument.id === id) ? id : null
  const choose = useCallback((next: string | null) => {
    setChosen(next)
    remember(INSTRUMENT_KEY, next ?? '')
  }, [])
  return [known, choose]
}
