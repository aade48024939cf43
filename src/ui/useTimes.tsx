'use client'
import { type ReactNode, createContext, startTransition, use, useEffect, useMemo, useState } from 'react'
import { calendarDay } from '@/core/time/daysOfInstant'
import { type PlaceInTime, clockAt, dayAt } from './clock'
import { ownZone } from './zone'

const LOOK_MS = 60_000

interface Drawn extends PlaceInTime {
  /** When the server drew the page. */
  drawnAtMs: number
}

const Place = createContext<Drawn>({ zone: 'UTC', today: '1970-01-01', drawnAtMs: 0 })

/**
 * Where and when this page is looked at. It begins with what the server knew, so that the page is what the server drew; then it follows
 * this device, also over midnight: a time of today gets its day, and what is late by the day must not stay as it was.
 */
export function PlaceInTimeProvider({ zone, drawnAtMs, children }: Omit<Drawn, 'today'> & { children: ReactNode }) {
  const [place, setPlace] = useState<Drawn>(() => ({ zone, drawnAtMs, today: calendarDay(drawnAtMs, zone) }))
  useEffect(() => {
    const look = () => {
      const here = ownZone()
      const today = calendarDay(Date.now(), here)
      // no hurry: what is on the page may still be waiting for its script, and would be put away
      startTransition(() =>
        setPlace((old) => (old.zone === here && old.today === today ? old : { ...old, zone: here, today })),
      )
    }
    look()
    const timer = setInterval(look, LOOK_MS)
    return () => clearInterval(timer)
  }, [])
  return <Place value={place}>{children}</Place>
}

/** When the server drew this page, in ms. */
export const useDrawnAtMs = (): number => use(Place).drawnAtMs

/** Today where the page is looked at, as YYYY-MM-DD. */
export const useToday = (): string => use(Place).today

/** Times in words, where and when they are looked at. */
export function useTimes(): PlaceInTime & { clock: (iso: string) => string; dayOf: (iso: string) => string } {
  const place = use(Place)
  return useMemo(
    () => ({ ...place, clock: (iso: string) => clockAt(iso, place), dayOf: (iso: string) => dayAt(iso, place) }),
    [place],
  )
}
