'use client'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { nextPoint, heldBy } from '@/core/evidence/next'
import { type QuickLineState, type Target, readQuickLine, spokenPath } from '@/core/evidence/quickLine'
import type { Judgement } from '@/core/evidence/point'
import { openSlots, useJob } from './JobContext'
import { valueText } from './readingText'

/** What the field says beside what is typed. */
export type Feedback =
  | { kind: 'none' }
  | { kind: 'hint' | 'error' | 'ask'; text: string }
  | { kind: 'verdict'; judgement: Judgement; target: Target; with: string | null }
  | { kind: 'stored'; text: string; judgement: Judgement }

export interface QuickLine {
  text: string
  setText: (text: string) => void
  state: QuickLineState
  feedback: Feedback
  /** Slots that fit what is typed, or are likely while nothing is. */
  targets: readonly Target[]
  pick: (target: Target) => void
  store: () => Promise<void>
}

const MOST_TARGETS = 8

/** The quick line's behaviour, apart from how it looks: reading the text, the verdict while typing, asking twice, storing. */
export function useQuickLine(): QuickLine {
  const job = useJob()
  const { bench, mode, hand, preview, enter, proposed, at } = job
  const [text, write] = useState('')
  const [asked, setAsked] = useState<string | null>(null)
  const [stored, setStored] = useState<Feedback | null>(null)
  const storing = useRef(false)
  const setText = useCallback((next: string) => {
    write(next)
    setAsked(null)
    setStored(null)
  }, [])
  useEffect(() => {
    if (proposed) setText(proposed.text)
  }, [proposed, setText])

  const state = useMemo(
    () => readQuickLine(text, { points: bench.points, mode, instrumentFor: hand.instrumentFor }),
    [text, bench.points, mode, hand],
  )
  const held = useMemo(() => {
    if (state.kind !== 'ready') return null
    const held = heldBy(state.target.point, bench.holds)
    return held
      ? `${held.step.label} is held. If this was measured all the same, press Enter again to record it; the hold stays.`
      : null
  }, [state, bench.holds])
  const question = state.kind === 'ask' ? state.question : held

  const feedback = useMemo((): Feedback => {
    if (stored) return stored
    switch (state.kind) {
      case 'empty':
        return { kind: 'none' }
      case 'incomplete':
        return { kind: 'hint', text: state.hint }
      case 'error':
        return { kind: 'error', text: state.message }
      case 'ask':
        return { kind: 'ask', text: state.question }
      case 'ready': {
        if (held && asked === text) return { kind: 'ask', text: held }
        const { input } = state.target.slot
        const tool =
          input.kind === 'quantity' && state.value.valueNumber !== null ? hand.instrumentFor(input.measures) : null
        return {
          kind: 'verdict',
          judgement: preview(state.target, state.value),
          target: state.target,
          with: tool?.tag ?? null,
        }
      }
    }
  }, [stored, state, held, asked, text, hand, preview])

  const targets = useMemo((): readonly Target[] => {
    if (state.kind === 'incomplete' || state.kind === 'error') return state.targets.slice(0, MOST_TARGETS)
    if (state.kind !== 'empty') return []
    const point = bench.points.find(({ key }) => key === at) ?? nextPoint(bench)?.point
    return point
      ? openSlots(job, point)
          .slice(0, MOST_TARGETS)
          .map((slot) => ({ point, slot }))
      : []
  }, [state, bench, at, job])

  return {
    text,
    setText,
    state,
    feedback,
    targets,
    pick: (target) => setText(`${spokenPath(target)} `),
    async store() {
      if ((state.kind !== 'ready' && state.kind !== 'ask') || storing.current) return
      if (question && asked !== text) return setAsked(text)
      storing.current = true
      try {
        const judgement = await enter(state.target, state.value, { outOfRangeConfirmed: state.kind === 'ask' })
        write('')
        setAsked(null)
        setStored({
          kind: 'stored',
          judgement,
          text: `${state.target.slot.label} ${valueText({ ...state.value, slot: state.target.slot.id })}`,
        })
      } catch {
        // the text stays in the field: it is the only copy
        setStored({ kind: 'error', text: 'Not stored: this browser cannot keep it. Write it down.' })
      } finally {
        storing.current = false
      }
    },
  }
}
