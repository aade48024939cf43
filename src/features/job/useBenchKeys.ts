'use client'
import type { RefObject } from 'react'
import { STAGES } from '@/core/evidence/point'
import { useLamp } from '@/ui/useLamp'
import { useBenchRoom } from './BenchRoom'
import { useJob } from './JobContext'
import { ledgerGroups } from './ledger/ledgerGroups'
import { useOpenNext } from './NextButton'
import { useKeys } from './useKeys'

/** The place that one more step leads to, from one of a list or from none. */
function stepped(length: number, here: number, by: 1 | -1): number {
  if (here < 0) return by > 0 ? 0 : length - 1
  return Math.min(length - 1, Math.max(0, here + by))
}

/** What single keys do on a bench, while nothing is typed. */
export function useBenchKeys({
  field,
  takeBack,
  showKeys,
}: {
  field: RefObject<HTMLInputElement | null>
  takeBack: () => void
  showKeys: () => void
}): void {
  const { bench, record, stage, at, goTo, select, mode, setMode } = useJob()
  const { toggleLamp } = useLamp()
  const { large, toggleLarge } = useBenchRoom()
  const openNext = useOpenNext()
  const step = (by: 1 | -1) => {
    const keys = [...new Set(ledgerGroups(bench.points, record.readings, stage).map(({ pointKey }) => pointKey))]
    const to = keys[stepped(keys.length, at === null ? -1 : keys.indexOf(at), by)]
    if (to) select(to)
  }
  useKeys({
    ...Object.fromEntries(STAGES.map((own, k) => [String(k + 1), () => goTo(own)])),
    '/': () => field.current?.focus(),
    '.': openNext,
    j: () => step(1),
    k: () => step(-1),
    u: takeBack,
    g: () => setMode(mode === 'grid' ? 'island' : 'grid'),
    l: toggleLamp,
    f: toggleLarge,
    ...(large && { Escape: toggleLarge }),
    '?': showKeys,
  })
}
