'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import { type WorkingTest, hasPv, isForced } from '@/core/evidence/families/workingTests'
import { type BalanceTest, balanceTest } from '@/core/settings/balanceTest'
import { type ForcedPower, forcedPower } from '@/core/settings/forcedPower'
import type { LivePower } from '@/core/settings/livePower'
import type { PowerLog } from '@/core/settings/powerRows'
import { useJob } from '../job/JobContext'
import type { Live } from '../live/useLive'

/** Half a minute to settle, and a minute that can be the worst. */
export const LONG_ENOUGH_S = 90
/** Watching on and on tells nothing more. */
const MOST_S = 600

export interface WatchedTest {
  seconds: number
  setW: number | null
  batteryW: number | null
  found: BalanceTest | ForcedPower
}

type Row = Pick<LivePower, 'pvW' | 'houseW' | 'batteryW' | 'gridW' | 'socPercent'>

/** Seconds from the beginning, each with the values that came in it; `null` where none did. */
function logOf(rows: ReadonlyMap<number, Row>, seconds: number, withPv: boolean): PowerLog {
  const column = (pick: (row: Row) => number | null) =>
    Array.from({ length: seconds }, (_, k) => {
      const row = rows.get(k)
      return row === undefined ? null : pick(row)
    })
  const last = rows.get(Math.max(-1, ...rows.keys()))?.socPercent ?? null
  return {
    periodS: 1,
    // a house without any gives none; where there is some, a value that is missing is missing
    pvW: column(({ pvW }) => pvW ?? (withPv ? null : 0)),
    loadW: column(({ houseW }) => houseW),
    batteryW: column(({ batteryW }) => batteryW),
    gridW: column(({ gridW }) => gridW),
    soc: last === null ? null : last / 100,
  }
}

/** Follows the live values of one working test from the moment it was begun, and judges what there is of it. */
export function useWatchedTest(
  chosen: { kind: WorkingTest; setW: number | null; atMs: number } | null,
  { values, heardAt }: Live,
): WatchedTest | null {
  const { bench } = useJob()
  const { pack, installation } = bench.context
  const rows = useRef(new Map<number, Row>())
  const [seconds, setSeconds] = useState(0)
  const begunMs = chosen?.atMs ?? null
  useEffect(() => {
    rows.current = new Map()
    setSeconds(0)
  }, [begunMs])
  useEffect(() => {
    if (begunMs === null || values === null || heardAt === null) return
    const at = Math.floor((heardAt - begunMs) / 1000)
    if (at < 0 || at >= MOST_S) return
    rows.current.set(at, values)
    setSeconds(at + 1)
  }, [begunMs, values, heardAt])
  return useMemo(() => {
    if (chosen === null) return null
    const log = logOf(rows.current, seconds, hasPv(installation))
    const planned = (key: string) => installation.settings.find((setting) => setting.key === key)?.value ?? null
    const { kind, setW } = chosen
    const found = isForced(kind)
      ? forcedPower({ kind, log, pair: null, setW })
      : balanceTest(
          {
            kind,
            log,
            pair: null,
            chargeLimitW: planned('chargeLimitW'),
            dischargeLimitW: planned('dischargeLimitW'),
            fullSoc: null,
            floorSoc: installation.sources.floorSoc,
            residualLimitW: null,
          },
          pack.limits,
        )
    return { seconds, setW, batteryW: rows.current.get(seconds - 1)?.batteryW ?? null, found }
  }, [chosen, seconds, installation, pack])
}
