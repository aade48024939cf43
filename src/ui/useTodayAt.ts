'use client'
import { useSyncExternalStore } from 'react'
import { calendarDay } from '@/core/time/daysOfInstant'
import { useDrawnAtMs, useTimes } from './useTimes'

const LOOK_MS = 60_000

function listen(tell: () => void): () => void {
  const timer = setInterval(tell, LOOK_MS)
  return () => clearInterval(timer)
}

/**
 * Today at a house, as YYYY-MM-DD, by the clock of this page where its zone is not on record. It goes on at midnight, and is today's also where the job
 * itself was kept days ago.
 */
export function useTodayAt(timeZone: string | null): string {
  const { zone } = useTimes()
  const drawnAtMs = useDrawnAtMs()
  const there = timeZone ?? zone
  return useSyncExternalStore(
    listen,
    () => calendarDay(Date.now(), there),
    () => calendarDay(drawnAtMs, there),
  )
}
