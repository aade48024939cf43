'use client'
import { useEffect, useState } from 'react'
import { MOST_OFFSET_MS } from '@/core/outage/run/outageMark'
import { remember, remembered } from '@/ui/deviceMemory'
import { getJson } from '../../api'

/** How this phone's clock stands to the server's: what is to be added, and how far that may be wrong. */
export interface ClockOffset {
  offsetMs: number
  errorMs: number
}

const KEY = 'awlbright.clock'
const DEVICE_KEY = 'awlbright.phone'
const TRIES = 5
const AGAIN_MS = 60_000
/** A phone's clock drifts; what was compared longer ago than a working day is no comparison. */
const MOST_AGE_MS = 12 * 3_600_000

/** A phone that may not remember is the same one as long as the page is open. */
let phoneOfPage: string | null = null

/** Which phone this is, for differences between its own marks. */
export function thisPhone(): string {
  const known = remembered(DEVICE_KEY)
  if (known !== null && /^[0-9a-f-]{36}$/.test(known)) return known
  phoneOfPage ??= crypto.randomUUID()
  remember(DEVICE_KEY, phoneOfPage)
  return phoneOfPage
}

function lastCompared(): ClockOffset | null {
  try {
    const { offsetMs, errorMs, atMs } = JSON.parse(remembered(KEY) ?? 'null') as ClockOffset & { atMs: number }
    const fresh = Math.abs(Date.now() - atMs) < MOST_AGE_MS
    return fresh && Number.isFinite(offsetMs) && Number.isFinite(errorMs) ? { offsetMs, errorMs } : null
  } catch {
    return null
  }
}

/** Compares the clocks: of some tries the quickest is the least wrong, by half of what it took. */
async function compare(): Promise<ClockOffset | null> {
  let best: ClockOffset | null = null
  for (let k = 0; k < TRIES; k++) {
    const from = Date.now()
    const answer = await getJson<{ nowMs: number }>('/api/time').catch(() => null)
    const tookMs = Date.now() - from
    if (answer === null) break
    const errorMs = tookMs / 2
    if (best === null || errorMs < best.errorMs) best = { offsetMs: answer.nowMs - (from + tookMs / 2), errorMs }
  }
  return best !== null && Math.abs(best.offsetMs) < MOST_OFFSET_MS ? best : null
}

/** This phone's clock against the server's, compared while it can be reached; `null` where it never was. */
export function useClock(): ClockOffset | null {
  const [clock, setClock] = useState<ClockOffset | null>(null)
  useEffect(() => {
    setClock(lastCompared())
    let over = false
    const look = async () => {
      const found = await compare()
      if (over || found === null) return
      setClock(found)
      remember(KEY, JSON.stringify({ ...found, atMs: Date.now() }))
    }
    void look()
    const timer = setInterval(() => void look(), AGAIN_MS)
    return () => {
      over = true
      clearInterval(timer)
    }
  }, [])
  return clock
}
