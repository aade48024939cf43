'use client'
import { useEffect, useRef, useState } from 'react'
import { type ReserveMoveId, SET_BACK } from '@/core/evidence/families/reserveMoves'
import type { Point } from '@/core/evidence/point'
import { reserveMoveSettings } from '@/core/settings/reserveMove'
import { type ReserveWatch, wasSeen, watchOn } from '@/core/settings/reserveWatch'
import { callUseCase, problemWords } from '../api'
import { useJob } from '../job/JobContext'
import { OLD_S } from '../live/powerWords'
import type { Live } from '../live/useLive'
import { useNow } from '@/ui/useNow'

/** Power with which the charging move charges, where the plan sets none. */
const CHARGE_W = 1000
const GAP_MS = OLD_S * 1000
/** What the moves change on the device. */
const MOVED_KEYS = ['reserveSocPercent', 'chargeFromGridPercent', 'gridChargeW'] as const

/** The four moves as they are tried: what each sets, the one that is watched, and the way back. */
export function useReserveMoves(point: Point, live: Live) {
  const { record, view, offer } = useJob()
  const { jobId, settings } = record.installation
  const now = useNow(1000)
  const [watch, setWatch] = useState<(ReserveWatch & { beforeW: number | null }) | null>(null)
  const [told, setTold] = useState<string | null>(null)
  const socAtStart = useRef<number | null>(null)
  /** What stood on the device before the first move touched it. */
  const stood = useRef(new Map<string, number | null>())
  const planned = (key: string) => settings.find((one) => one.key === key)?.value ?? null
  const soc = live.values?.socPercent ?? null
  socAtStart.current ??= soc === null ? null : Math.round(soc)
  const bandPercent = planned('reserveBandPercent')
  const moves =
    socAtStart.current === null || bandPercent === null ? null : reserveMoveSettings(socAtStart.current, bandPercent)
  const standIn = view.gateway.host === null
  const chargeW = planned('gridChargeW') ?? CHARGE_W
  const { values, heardAt } = live
  useEffect(() => {
    if (values === null || heardAt === null) return
    setWatch((before) => before && { ...watchOn(before, values, heardAt, GAP_MS), beforeW: before.beforeW })
  }, [values, heardAt])

  const write = async (key: string, value: number) => {
    const { before, readBack } = await callUseCase('writeSetting', { jobId, key, value })
    if (!stood.current.has(key)) stood.current.set(key, before)
    return readBack === value
  }
  const attempt = async (work: () => Promise<void>) => {
    setTold(null)
    try {
      await work()
    } catch (error) {
      setTold(problemWords(error))
    }
  }
  const begin = (move: ReserveMoveId) =>
    attempt(async () => {
      const set = moves?.[move]
      if (!set) return
      if (standIn) {
        // the charging move is taken back before the next, so that one thing changes at a time
        if (move !== 'charges') await write('chargeFromGridPercent', 0)
        else await write('gridChargeW', chargeW)
        if (!(await write(set.key, set.value))) return setTold('The device did not take it: it reads back otherwise.')
      }
      const beforeW = live.values?.batteryW ?? null
      setWatch({ move, chargeW, sinceMs: Date.now(), heldFromMs: null, lastMs: null, beforeW })
    })
  const store = (slotId: string, word: string) =>
    attempt(async () => {
      const slot = point.slots.find(({ id }) => id === slotId)
      if (slot) await offer({ point, slot }, { kind: 'word', word })
      setWatch(null)
    })
  const setBack = () =>
    attempt(async () => {
      const wanted = MOVED_KEYS.map((key) => [key, planned(key) ?? stood.current.get(key) ?? null] as const)
      const lost = wanted.filter(([, value]) => value === null).map(([key]) => key)
      if (lost.length > 0)
        return setTold(
          `What stood in ${lost.join(', ')} before is not known here. Plan what it shall be, then set everything back.`,
        )
      let right = true
      for (const [key, value] of wanted) right = (await write(key, value ?? 0)) && right
      await store(SET_BACK, right ? 'yes' : 'no')
    })
  return {
    moves,
    socPercent: socAtStart.current,
    bandPercent,
    standIn,
    told,
    watch,
    seen: watch !== null && live.silent === null && wasSeen(watch, now, GAP_MS),
    waitedS: watch ? Math.max(0, Math.round((now - watch.sinceMs) / 1000)) : 0,
    begin,
    store,
    setBack,
  }
}

export type ReserveMovesTried = ReturnType<typeof useReserveMoves>
