'use client'
import { useEffect, useState } from 'react'

const LOOK_MS = 60_000
const isoToday = (): string => new Date().toISOString().slice(0, 10)

/** Today as YYYY-MM-DD, also on a page that stays open over midnight: what is late or has run out by the day must not stay as it was. */
export function useToday(): string {
  const [today, setToday] = useState(isoToday)
  useEffect(() => {
    const timer = setInterval(() => setToday(isoToday()), LOOK_MS)
    return () => clearInterval(timer)
  }, [])
  return today
}
