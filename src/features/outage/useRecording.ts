'use client'
import { isOf } from '../outbox/outboxEntry'
import { RECORDING_SLOT } from '@/core/evidence/families/outageGap'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { NamedBytes } from '@/core/outage/recording'
import type { FieldIssue, Result } from '@/core/result'
import { analyseInWorker, analysePickedInWorker, recordings } from '@/workers/clients'
import type { AnalysedWave } from '@/workers/recordingCalls'
import { isLong } from '@/core/outage/long/openLong'
import { whenIdle } from '@/ui/whenIdle'
import { useJob } from '../job/JobContext'
import type { Long } from './long/useLong'

/** A recording on the bench, whole states only. */
export type RecordingState =
  | { kind: 'empty' }
  | { kind: 'reading'; names: string; cancel: () => void }
  | {
      kind: 'ready'
      wave: AnalysedWave
      names: string
      files: readonly File[] | null
      tookMs: number
      lostThroughout: readonly string[]
    }
  | { kind: 'failed'; message: string; names: string }

export interface RecordingBench {
  state: RecordingState
  /** Analyses files a person picked; they are evidence only once stored. */
  pick: (files: readonly File[]) => void
  /** Shows the stored recording of the point again. */
  showStored: () => void
}

/** The recording of one point: the stored one, or files just picked, read and analysed off the main thread; or the part of a long one that was chosen. */
export function useRecording(pointKey: string, long: Long | null = null): RecordingBench {
  const {
    record,
    bench: {
      context: { pack },
    },
    outboxState,
  } = useJob()
  const [state, setState] = useState<RecordingState>({ kind: 'empty' })
  const running = useRef<AbortController | null>(null)
  const isReading = state.kind === 'reading'
  // what was just read is drawn first
  useEffect(() => (isReading ? undefined : whenIdle(() => recordings.awaited(pack))), [isReading, pack])
  useEffect(() => () => recordings.over(), [])

  const analyse = useCallback(
    async (
      names: string,
      read: (signal: AbortSignal) => Promise<Result<AnalysedWave, FieldIssue>>,
      files: readonly File[] | null,
      lostThroughout: readonly string[] = [],
    ) => {
      running.current?.abort()
      const control = new AbortController()
      running.current = control
      setState({
        kind: 'reading',
        names,
        cancel: () => {
          control.abort()
          setState({ kind: 'empty' })
        },
      })
      try {
        const started = performance.now()
        const result = await read(control.signal)
        if (control.signal.aborted) return
        setState(
          result.ok
            ? { kind: 'ready', wave: result.value, names, files, tookMs: performance.now() - started, lostThroughout }
            : { kind: 'failed', names, message: `${result.error.message}. Nothing was stored.` },
        )
      } catch (error) {
        if (control.signal.aborted) return
        setState({
          kind: 'failed',
          names,
          message: `The recording could not be read here (${error instanceof Error ? error.message : 'unknown'}). ${files ? 'Nothing was stored.' : 'It is safe on the server.'}`,
        })
      }
    },
    [],
  )

  const reading = record.readings.findLast((one) => one.pointKey === pointKey && one.slot === RECORDING_SLOT)
  const waiting = outboxState.entries.find((entry) => isOf(entry, 'addRecording') && entry.id === reading?.id)
  const { jobId } = record.installation
  const readingId = reading?.id ?? null
  const waits = waiting !== undefined
  // the job is fetched anew every few seconds: the stored recording changes only with the reading that names it
  const latest = useRef({ reading, waiting })
  useEffect(() => {
    latest.current = { reading, waiting }
  })
  const showStored = useCallback(() => {
    const { reading, waiting } = latest.current
    if (!reading || reading.id !== readingId) return setState({ kind: 'empty' })
    const digests = (reading.detail?.sha256 ?? []) as string[]
    const names = (reading.detail?.files ?? []) as string[]
    const load = (signal: AbortSignal): Promise<NamedBytes[]> => {
      if (waits && waiting?.files)
        return Promise.all(
          waiting.files.map(async ({ name, blob }) => ({ name, bytes: new Uint8Array(await blob.arrayBuffer()) })),
        )
      return Promise.all(
        digests.map(async (sha256, k) => {
          const response = await fetch(`/api/jobs/${jobId}/files/${sha256}`, { signal })
          if (!response.ok) throw new Error(`the server answered ${response.status}`)
          return { name: names[k] ?? 'recording', bytes: new Uint8Array(await response.arrayBuffer()) }
        }),
      )
    }
    void analyse(names.join(', '), async (signal) => analyseInWorker(await load(signal), pack, signal), null)
  }, [readingId, waits, analyse, jobId, pack])
  useEffect(() => {
    showStored()
    return () => running.current?.abort()
  }, [showStored])

  const pickOne = useCallback(
    (files: readonly File[], lostThroughout: readonly string[]) =>
      void analyse(
        files.map(({ name }) => name).join(', '),
        (signal) => analysePickedInWorker(files, pack, signal),
        files,
        lostThroughout,
      ),
    [analyse, pack],
  )
  const part = long?.part ?? null
  useEffect(() => {
    if (part) pickOne(part.files, part.lostThroughout)
  }, [part, pickOne])
  const pick = (files: readonly File[]) => {
    if (files.length === 0) return
    if (long && isLong(files)) {
      running.current?.abort()
      setState({ kind: 'empty' })
      return long.open(files)
    }
    long?.putAway()
    pickOne(files, [])
  }
  return { state, pick, showStored }
}
