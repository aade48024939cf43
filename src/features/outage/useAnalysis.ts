'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { FieldIssue, Result } from '@/core/result'
import type { AnalysedWave } from '@/workers/recordingCalls'

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

/** What is to be read and analysed, and what it is called meanwhile. */
export interface ToAnalyse {
  names: string
  read: (signal: AbortSignal) => Promise<Result<AnalysedWave, FieldIssue>>
  /** Files that a person picked and that are stored nowhere yet; `null` for what is on the server. */
  files: readonly File[] | null
  lostThroughout?: readonly string[]
}

const EMPTY: RecordingState = { kind: 'empty' }

const wordsOf = (error: unknown) => (error instanceof Error ? error.message : 'unknown')

/** One analysis at a time: what is begun ends the one before, and what was ended says nothing any more. */
export function useAnalysis() {
  const [state, setState] = useState<RecordingState>(EMPTY)
  const running = useRef<AbortController | null>(null)
  const stop = useCallback(() => running.current?.abort(), [])
  const clear = useCallback(() => {
    stop()
    setState(EMPTY)
  }, [stop])
  const analyse = useCallback(
    async ({ names, read, files, lostThroughout = [] }: ToAnalyse) => {
      stop()
      const control = new AbortController()
      running.current = control
      setState({ kind: 'reading', names, cancel: clear })
      const failed = (message: string) => setState({ kind: 'failed', names, message })
      const started = performance.now()
      try {
        const result = await read(control.signal)
        if (control.signal.aborted) return
        if (!result.ok) return failed(`${result.error.message}. Nothing was stored.`)
        const tookMs = performance.now() - started
        setState({ kind: 'ready', wave: result.value, names, files, tookMs, lostThroughout })
      } catch (error) {
        if (control.signal.aborted) return
        const kept = files ? 'Nothing was stored.' : 'It is safe on the server.'
        failed(`The recording could not be read here (${wordsOf(error)}). ${kept}`)
      }
    },
    [stop, clear],
  )
  useEffect(() => stop, [stop])
  return { state, analyse, clear, stop }
}
