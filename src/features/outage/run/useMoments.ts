'use client'
import { useEffect, useState } from 'react'
import type { LivePower } from '@/core/settings/livePower'
import type { Live } from '../../live/useLive'

/** Live values of one moment of a run, by the common clock. */
export interface RunMoment extends Pick<LivePower, 'houseW' | 'batteryW' | 'pvW' | 'vehicleW' | 'socPercent' | 'mode'> {
  atMs: number
}

/** A little less than a second: what comes every second comes a few milliseconds early now and then. */
const EVERY_MS = 800
/** Two hours and a half: a run is over by then. */
const MOST = 9000
const keyOf = (runId: string) => `awlbright.run.${runId}`

function kept(runId: string): RunMoment[] {
  try {
    const list: unknown = JSON.parse(sessionStorage.getItem(keyOf(runId)) ?? '[]')
    return Array.isArray(list) ? (list as RunMoment[]).slice(-MOST) : []
  } catch {
    return []
  }
}

function keepAll(runId: string, moments: readonly RunMoment[]): void {
  try {
    sessionStorage.setItem(keyOf(runId), JSON.stringify(moments))
  } catch {
    // the tab's storage is full: the moments last as long as the page
  }
}

/** One moment a second of a run's live values, kept by this tab so that a page that is loaded anew has them still. */
export function useMoments(runId: string | null, live: Live, offsetMs: number): readonly RunMoment[] {
  const [moments, setMoments] = useState<readonly RunMoment[]>([])
  const { values, heardAt } = live
  useEffect(() => setMoments(runId === null ? [] : kept(runId)), [runId])
  useEffect(() => {
    if (runId === null || values === null || heardAt === null) return
    const atMs = heardAt + offsetMs
    setMoments((before) => {
      if (atMs - (before.at(-1)?.atMs ?? -Infinity) < EVERY_MS) return before
      const { houseW, batteryW, pvW, vehicleW, socPercent, mode } = values
      const after = [...before, { atMs, houseW, batteryW, pvW, vehicleW, socPercent, mode }].slice(-MOST)
      // every ten seconds is often enough to lose little
      if (after.length % 10 === 0) keepAll(runId, after)
      return after
    })
  }, [runId, values, heardAt, offsetMs])
  return moments
}
