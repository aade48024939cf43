'use client'
import { useCallback, useMemo } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { type ClockCompared, clockAt } from '@/core/outage/run/clockOffset'
import type { MarkKind, OutageMark, RunKind } from '@/core/outage/run/outageMark'
import { type OutageRun, outageRunsOf } from '@/core/outage/run/outageRun'
import { useJob } from '../../job/JobContext'
import { thisPhone, useClock } from './useClock'

export interface RunInHand {
  runs: readonly OutageRun[]
  /** The run that is under way, or the last one. */
  run: OutageRun | null
  clock: ClockCompared | null
  begin: (kind: RunKind) => Promise<void>
  mark: (kind: MarkKind, subject?: string | null, value?: number | null) => Promise<void>
}

/** The runs of the job, and the way to mark one: by this phone's clock, kept here until the server can be reached. */
export function useRun(): RunInHand {
  const { record, keep } = useJob()
  const { jobId } = record.installation
  const clock = useClock()
  const runs = useMemo(() => outageRunsOf(record.outageMarks), [record.outageMarks])
  const run = runs.at(-1) ?? null
  const put = useCallback(
    async (runId: string, id: string, kind: MarkKind, subject: string | null, value: number | null) => {
      const nowMs = Date.now()
      const at = new Date(nowMs).toISOString()
      const stands = clockAt(clock, nowMs)
      const mark: Omit<OutageMark, 'byName'> = {
        id,
        runId,
        kind,
        subject,
        value,
        at,
        device: thisPhone(),
        clockOffsetMs: stands && Math.round(stands.offsetMs),
        clockErrorMs: stands && Math.ceil(stands.errorMs),
      }
      await keep('markOutage', { ...mark, jobId }, { at })
    },
    [clock, keep, jobId],
  )
  const begin = useCallback(
    async (kind: RunKind) => {
      const id = uuidv7()
      await put(id, id, 'begun', kind, null)
    },
    [put],
  )
  const runId = run?.id ?? null
  const mark = useCallback<RunInHand['mark']>(
    async (kind, subject = null, value = null) => {
      if (runId !== null) await put(runId, uuidv7(), kind, subject, value)
    },
    [put, runId],
  )
  return { runs, run, clock, begin, mark }
}
