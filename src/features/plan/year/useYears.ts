'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { AutonomyYear } from '@/core/plan/autonomy'
import type { YearSystem } from '@/core/plan/yearOfInstallation'
import type { YearProfile } from '@/core/plan/yearProfile'
import { yearsInWorker } from '@/workers/clients'

export type YearsState =
  | { kind: 'idle' | 'cancelled' }
  | { kind: 'running'; share: number }
  | { kind: 'done'; systems: readonly YearSystem[]; years: readonly (AutonomyYear | null)[]; tookMs: number }
  | { kind: 'failed'; message: string }

/** Runs P-8 for some systems in a worker whenever they change; it can be cancelled and run again. `systems` must be stable. */
export function useYears(
  profile: YearProfile | null,
  systems: readonly YearSystem[],
): { state: YearsState; run: () => void; cancel: () => void } {
  const [state, setState] = useState<YearsState>({ kind: 'idle' })
  const running = useRef<AbortController | null>(null)
  const run = useCallback(() => {
    running.current?.abort()
    if (!profile) return setState({ kind: 'idle' })
    const controller = new AbortController()
    running.current = controller
    const began = performance.now()
    setState({ kind: 'running', share: 0 })
    yearsInWorker(
      profile,
      systems,
      (share) => {
        if (!controller.signal.aborted) setState({ kind: 'running', share })
      },
      controller.signal,
    ).then(
      (result) => {
        if (!controller.signal.aborted)
          setState(
            result.ok
              ? { kind: 'done', systems, years: result.value, tookMs: performance.now() - began }
              : { kind: 'failed', message: result.error.message },
          )
      },
      (error: unknown) => {
        if (!controller.signal.aborted)
          setState({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
      },
    )
  }, [profile, systems])
  const cancel = useCallback(() => {
    running.current?.abort()
    setState({ kind: 'cancelled' })
  }, [])
  useEffect(() => {
    // after the press that changed something has been painted
    const timer = setTimeout(run, 0)
    return () => {
      clearTimeout(timer)
      running.current?.abort()
    }
  }, [run])
  return { state, run, cancel }
}
