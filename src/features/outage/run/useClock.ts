'use client'
import { useEffect, useState } from 'react'
import { type ClockCompared, leastWrong } from '@/core/outage/run/clockOffset'
import { MOST_OFFSET_MS } from '@/core/outage/run/outageMark'
import { remember, remembered } from '@/ui/deviceMemory'
import { getJson } from '../../api'

const KEY = 'awlbright.clock'
const DEVICE_KEY = 'awlbright.phone'
const TRIES = 5
const AGAIN_MS = 60_000

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

function lastCompared(): ClockCompared | null {
  try {
    const { offsetMs, errorMs, atMs } = JSON.parse(remembered(KEY) ?? 'null') as ClockCompared
    return [offsetMs, errorMs, atMs].every(Number.isFinite) ? { offsetMs, errorMs, atMs } : null
  } catch {
    return null
  }
}

/** Compares the clocks: of some tries the quickest is the least wrong, by half of what it took. */
async function compare(): Promise<ClockCompared | null> {
  const tries: ClockCompared[] = []
  for (let k = 0; k < TRIES; k++) {
    const from = Date.now()
    const answer = await getJson<{ nowMs: number }>('/api/time').catch(() => null)
    const atMs = Date.now()
    if (answer === null) break
    const errorMs = (atMs - from) / 2
    tries.push({ offsetMs: answer.nowMs - (from + errorMs), errorMs, atMs })
  }
  const best = leastWrong(tries, Date.now())
  return best !== null && Math.abs(best.offsetMs) < MOST_OFFSET_MS ? best : null
}

/** This phone's clock against the server's, compared while it can be reached; `null` where it never was. How it stands is for `clockAt` to say. */
export function useClock(): ClockCompared | null {
  const [clock, setClock] = useState<ClockCompared | null>(null)
  useEffect(() => {
    setClock(lastCompared())
    let over = false
    const look = async () => {
      const found = await compare()
      if (over || found === null) return
      setClock(found)
      remember(KEY, JSON.stringify(found))
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
