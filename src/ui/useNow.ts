'use client'
import { useCallback, useSyncExternalStore } from 'react'
import { useDrawnAtMs } from './useTimes'

/** The clock, as often as once in `everyMs`, down to the last whole one of them; while a page comes alive, when it was drawn. */
export function useNow(everyMs: number): number {
  const drawnAtMs = useDrawnAtMs()
  const listen = useCallback(
    (tell: () => void) => {
      const timer = setInterval(tell, everyMs)
      return () => clearInterval(timer)
    },
    [everyMs],
  )
  return useSyncExternalStore(
    listen,
    () => Math.floor(Date.now() / everyMs) * everyMs,
    () => drawnAtMs,
  )
}
