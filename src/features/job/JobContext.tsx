'use client'
import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs'
import { type ReactNode, createContext, use, useCallback, useMemo, useState } from 'react'
import { type Bench, benchOf } from '@/core/evidence/bench'
import { instrumentFor } from '@/core/evidence/instrumentFor'
import type { JobRecord } from '@/core/evidence/judge'
import { nextPoint } from '@/core/evidence/next'
import { type Point, STAGES, type Slot, type Stage } from '@/core/evidence/point'
import { WITHDRAWN } from '@/core/evidence/reading'
import type { Actor, UseCaseName } from '@/server/access'
import { mayCall } from '@/server/access'
import type { JobView } from '@/server/useCases/jobs'
import { type AskedEntries, useAskedEntries } from './EntryQuestion'
import type { Hand } from './makeReading'
import { type CarryOut, type Keep, useCarryOut } from './useCarryOut'
import { type Entries, useEntries } from './useEntries'
import { useInstrumentInHand } from './useInstrumentInHand'
import { type Steps, useSteps } from './takeBack/useSteps'
import { type JudgedJob, judgingAsItChanges } from './judgedJob'
import { type JobOnDevice, useJobRecord } from './useJobRecord'

export type Mode = 'grid' | 'island'

/** Where a person stands on the bench. */
interface BenchPlace {
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
}

/**
 * Everything the bench's parts share: the job, what is derived from it, where the person stands, and how they enter. It stays the same while the
 * server acknowledges what was entered: see `useOnDevice`.
 */
export interface JobContextValue
  extends
    Pick<JudgedJob, 'record' | 'bench'>,
    Pick<JobOnDevice, 'outbox' | 'refresh'>,
    BenchPlace,
    Entries,
    AskedEntries {
  /** What the server says of the job beside what is recorded in it. */
  view: JudgedJob['head']
  actor: Actor
  may: (useCase: UseCaseName) => boolean
  hand: Hand
  /** Instruments taken in hand on this device, latest first. */
  instrumentIds: readonly string[]
  takeInstrument: (id: string) => void
  keep: Keep
  carryOut: CarryOut
  /** What this person did to the plan, to be taken back. */
  steps: Steps
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

const OnDevice = createContext<JobOnDevice | null>(null)

/** What waits on this device, and each reading with when the server had it: for the few parts that show it. Every acknowledgement draws them. */
export function useOnDevice(): JobOnDevice {
  const value = use(OnDevice)
  if (!value) throw new Error('useOnDevice is for parts of the bench')
  return value
}

/** The place in the address, so that a bench can be linked to and the browser's way back works. */
function useBenchPlace(bench: Bench, initial: JobView): BenchPlace {
  const first = useMemo(() => nextPoint(benchOf(initial.record))?.point.stage ?? 'survey', [initial.record])
  const [{ stage, at, view: benchView }, setPlace] = useQueryStates(
    { stage: parseAsStringLiteral(STAGES).withDefault(first), at: parseAsString, view: parseAsString },
    { history: 'push', shallow: true, clearOnDefault: false },
  )
  const [mode, setMode] = useState<Mode>('grid')
  const goTo = useCallback<BenchPlace['goTo']>(
    (to, point = null, within = null) => {
      // a point of one mode turns the quick line to it
      const own = bench.points.find(({ key }) => key === point)?.slots[0]?.mode
      if (own) setMode(own)
      void setPlace({ stage: to, at: point, view: within })
    },
    [bench.points, setPlace],
  )
  return useMemo(
    () => ({
      stage,
      at,
      benchView,
      goTo,
      mode,
      setMode,
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
    }),
    [bench, stage, at, benchView, goTo, mode],
  )
}

export function JobProvider({ initial, actor, children }: { initial: JobView; actor: Actor; children: ReactNode }) {
  const job = useJobRecord(initial, actor)
  const { outbox, refresh } = job
  const [judge] = useState(judgingAsItChanges)
  const { head, record, bench } = useMemo(() => judge(job.view, job.record), [judge, job.view, job.record])
  const { jobId } = record.installation
  const place = useBenchPlace(bench, initial)
  const [instrumentIds, takeInstrument] = useInstrumentInHand(record)
  const hand = useMemo(
    (): Hand => ({
      jobId,
      userId: actor.userId,
      userName: actor.name,
      instrumentFor: (measures) => instrumentFor(record.instruments, instrumentIds, measures),
    }),
    [jobId, actor, instrumentIds, record.instruments],
  )
  const { keep, carryOut, steps } = useSteps(record, actor, useCarryOut(jobId, actor, outbox, refresh), refresh)
  const entries = useEntries(record, bench, hand, keep)
  const [asked, question] = useAskedEntries(entries.enter)
  const [proposed, setProposed] = useState<JobContextValue['proposed']>(null)
  const value = useMemo(
    (): JobContextValue => ({
      view: head,
      record,
      outbox,
      refresh,
      ...place,
      keep,
      carryOut,
      steps,
      ...entries,
      ...asked,
      bench,
      actor,
      may: (useCase) => mayCall(actor.role, useCase),
      hand,
      instrumentIds,
      takeInstrument,
      proposed,
      propose: (text) => setProposed({ text, stamp: Date.now() }),
    }),
    [
      head,
      record,
      outbox,
      refresh,
      place,
      keep,
      carryOut,
      steps,
      entries,
      asked,
      bench,
      actor,
      hand,
      instrumentIds,
      takeInstrument,
      proposed,
    ],
  )
  return (
    <OnDevice value={job}>
      <JobContext value={value}>
        {children}
        {question}
      </JobContext>
    </OnDevice>
  )
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
