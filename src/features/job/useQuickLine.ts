'use client'
import { askWords } from '@/core/evidence/entryWords'
import type { Offered } from '@/core/evidence/readEntry'
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
const PRESS_AGAIN = 'Press Enter again to store it as typed, or correct it.'

/** What was read from the line, offered as it was understood. */
const offeredOf = ({
  value,
  target,
}: Pick<Extract<QuickLineState, { kind: 'ready' }>, 'target' | 'value'>): Offered => {
  if (value.valueNumber !== null)
    return { kind: 'figure', value: value.valueNumber, unit: value.unit, digits: value.digits, bound: value.bound }
  const word = value.valueWord ?? ''
  return target.slot.input.kind === 'text' ? { kind: 'typed', text: word } : { kind: 'word', word }
}

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
    () =>
      readQuickLine(text, {
        points: bench.points,
        mode,
        instrumentFor: hand.instrumentFor,
        heldBy: (point) => heldBy(point, bench.holds)?.step ?? null,
      }),
    [text, bench.points, bench.holds, mode, hand],
  )

  const verdictFeedback = useCallback(
    ({ target, value }: Pick<Extract<QuickLineState, { kind: 'ready' }>, 'target' | 'value'>): Feedback => {
      const { input } = target.slot
      const tool = input.kind === 'quantity' && value.valueNumber !== null ? hand.instrumentFor(input.measures) : null
      return { kind: 'verdict', judgement: preview(target, value), target, with: tool?.tag ?? null }
    },
    [hand, preview],
  )

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
        // a held step is asked about once Enter is pressed: until then the verdict is what the person wants to see
        if (asked === text || state.asks.some(({ code }) => code !== 'stepHeld'))
          return { kind: 'ask', text: `${state.asks.map(askWords).join(' ')} ${PRESS_AGAIN}` }
        return verdictFeedback(state)
      case 'ready':
        return verdictFeedback(state)
    }
  }, [stored, state, asked, text, verdictFeedback])

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
      if (state.kind === 'ask' && asked !== text) return setAsked(text)
      const confirmed = state.kind === 'ask' ? state.asks.map(({ code }) => code) : []
      storing.current = true
      try {
        const entered = await enter(state.target, offeredOf(state), { confirmed })
        if (entered.kind === 'refused') return setStored({ kind: 'error', text: entered.message })
        if (entered.kind === 'ask') return setAsked(null)
        const { judgement } = entered
        write('')
        setAsked(null)
        setStored({
          kind: 'stored',
          judgement,
          text: `${state.target.slot.label} ${valueText({ ...state.value, detail: { bound: state.value.bound }, slot: state.target.slot.id })}`,
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
