'use client'
import { useCallback, useEffect, useRef } from 'react'
import { RECORDING_SLOT } from '@/core/evidence/families/outageGap'
import { isLong } from '@/core/outage/long/openLong'
import type { NamedBytes } from '@/core/outage/recording'
import { whenIdle } from '@/ui/whenIdle'
import { analyseInWorker, analysePickedInWorker, recordings } from '@/workers/clients'
import { useJob, useOnDevice } from '../job/JobContext'
import { isOf } from '../outbox/outboxEntry'
import type { Long } from './long/useLong'
import { type RecordingState, useAnalysis } from './useAnalysis'

export interface RecordingBench {
  state: RecordingState
  /** Analyses files a person picked; they are evidence only once stored. */
  pick: (files: readonly File[]) => void
  /** Shows the stored recording of the point again. */
  showStored: () => void
}

const filesOf = (entries: readonly { name: string; blob: Blob }[]): Promise<NamedBytes[]> =>
  Promise.all(entries.map(async ({ name, blob }) => ({ name, bytes: new Uint8Array(await blob.arrayBuffer()) })))

/** Files of a job from the server, by their digests. @throws Error when the server answers otherwise */
const filesOfServer = (
  jobId: string,
  digests: readonly string[],
  names: readonly string[],
  signal: AbortSignal,
): Promise<NamedBytes[]> =>
  Promise.all(
    digests.map(async (sha256, k) => {
      const response = await fetch(`/api/jobs/${jobId}/files/${sha256}`, { signal })
      if (!response.ok) throw new Error(`the server answered ${response.status}`)
      return { name: names[k] ?? 'recording', bytes: new Uint8Array(await response.arrayBuffer()) }
    }),
  )

/** The recording that the point has: its files are on the server, or still in the outbox. */
function useStoredRecording(pointKey: string) {
  const { record } = useJob()
  const { outboxState } = useOnDevice()
  const { jobId } = record.installation
  const reading = record.readings.findLast((one) => one.pointKey === pointKey && one.slot === RECORDING_SLOT)
  const waiting = outboxState.entries.find((entry) => isOf(entry, 'addRecording') && entry.id === reading?.id)
  // the job is fetched anew every few seconds: the stored recording changes only with the reading that names it
  const latest = useRef({ reading, waiting })
  useEffect(() => {
    latest.current = { reading, waiting }
  })
  const readingId = reading?.id ?? null
  const waits = waiting !== undefined
  return useCallback(() => {
    const { reading, waiting } = latest.current
    if (!reading || reading.id !== readingId) return null
    const digests = (reading.detail?.sha256 ?? []) as string[]
    const names = (reading.detail?.files ?? []) as string[]
    const load = (signal: AbortSignal) =>
      waits && waiting?.files ? filesOf(waiting.files) : filesOfServer(jobId, digests, names, signal)
    return { names: names.join(', '), load }
  }, [readingId, waits, jobId])
}

/** The recording of one point: the stored one, or files just picked, read and analysed off the main thread; or the part of a long one that was chosen. */
export function useRecording(pointKey: string, long: Long | null = null): RecordingBench {
  const {
    bench: {
      context: { pack },
    },
  } = useJob()
  const { state, analyse, clear, stop } = useAnalysis()
  const isReading = state.kind === 'reading'
  // what was just read is drawn first
  useEffect(() => (isReading ? undefined : whenIdle(() => recordings.awaited(pack))), [isReading, pack])
  useEffect(() => () => recordings.over(), [])

  const storedRecording = useStoredRecording(pointKey)
  const showStored = useCallback(() => {
    const stored = storedRecording()
    if (stored === null) return clear()
    const { names, load } = stored
    void analyse({ names, read: async (signal) => analyseInWorker(await load(signal), pack, signal), files: null })
  }, [storedRecording, clear, analyse, pack])
  useEffect(() => {
    showStored()
    return stop
  }, [showStored, stop])

  const pickOne = useCallback(
    (files: readonly File[], lostThroughout: readonly string[]) =>
      void analyse({
        names: files.map(({ name }) => name).join(', '),
        read: (signal) => analysePickedInWorker(files, pack, signal),
        files,
        lostThroughout,
      }),
    [analyse, pack],
  )
  const part = long?.part ?? null
  useEffect(() => {
    if (part) pickOne(part.files, part.lostThroughout)
  }, [part, pickOne])
  const pick = (files: readonly File[]) => {
    if (files.length === 0) return
    if (long && isLong(files)) {
      clear()
      return long.open(files)
    }
    long?.putAway()
    pickOne(files, [])
  }
  return { state, pick, showStored }
}
