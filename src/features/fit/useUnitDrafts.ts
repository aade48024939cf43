'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { useJob } from '../job/JobContext'
import type { Places } from './WallProposal'
import { useFitItems } from './useFitItems'

/** Moves made in quick succession are saved as one. */
const SETTLE_MS = 500

const isAt = (item: FitItem, drafts: Places): FitItem =>
  item.kind === 'unit' && drafts[item.tag] ? { ...item, detail: { ...item.detail, ...drafts[item.tag] } } : item

/** Units on their way over the wall: where each is held now, and when that is stored. */
export function useUnitDrafts() {
  const {
    record: { installation },
  } = useJob()
  const { save, refusal } = useFitItems()
  const [drafts, setDrafts] = useState<Places>({})
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null)
  const pending = useRef<(() => void) | null>(null)
  const shown = useMemo(
    () => ({ ...installation, fit: installation.fit.map((item) => isAt(item, drafts)) }),
    [installation, drafts],
  )
  const store = async (places: Places) => {
    const moved = fitOf(installation.fit, 'unit')
      .filter(({ tag }) => places[tag])
      .map((item) => isAt(item, places))
    const stored = moved.length === 0 || (await save(moved))
    // a refused move goes back to where the unit stands on record
    setDrafts((old) =>
      Object.fromEntries(Object.entries(old).filter(([tag, place]) => (stored ? place !== places[tag] : !places[tag]))),
    )
  }
  // a move that was just made is stored even when the view is left at once
  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current)
      pending.current?.()
    },
    [],
  )
  /** A unit is held at a place; `settled` when it was let go there. */
  const move = (tag: string, place: { xMm: number; yMm: number }, settled: boolean) => {
    const next = { ...drafts, [tag]: place }
    setDrafts(next)
    if (timer.current) clearTimeout(timer.current)
    if (!settled) return
    pending.current = () => {
      pending.current = null
      void store(next)
    }
    timer.current = setTimeout(() => pending.current?.(), SETTLE_MS)
  }
  /** All of a proposal at once. */
  const take = (places: Places) => {
    setDrafts((old) => ({ ...old, ...places }))
    void store(places)
  }
  return { shown, move, take, save, refusal }
}
