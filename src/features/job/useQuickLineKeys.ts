'use client'
import { type KeyboardEvent, type RefObject, useState } from 'react'
import type { useQuickLine } from './useQuickLine'

/** What the keys do in the line: Enter stores or chooses, the arrows mark what fits, Tab takes it, Escape empties, ? shows the words. */
export function useQuickLineKeys(
  line: ReturnType<typeof useQuickLine>,
  field: RefObject<HTMLInputElement | null>,
  isOpen: boolean,
  onWords: () => void,
) {
  const { targets, text, state, pick, store, setText } = line
  const [highlighted, setHighlighted] = useState(-1)
  const marked = Math.min(highlighted, targets.length - 1)
  const choose = (k: number) => {
    const target = targets[k]
    if (target) pick(target)
    setHighlighted(-1)
    field.current?.focus()
  }
  const mark = (by: 1 | -1) => setHighlighted((k) => (k + by + targets.length) % targets.length)
  const type = (typed: string) => {
    setText(typed)
    setHighlighted(-1)
  }
  const escape = () => {
    if (text === '') field.current?.blur()
    setText('')
  }
  /** What a key does; `null` for one that is only typed. */
  const actOf = ({ key, shiftKey, nativeEvent }: KeyboardEvent): (() => void) | null => {
    switch (key) {
      case 'Enter':
        return isOpen && marked >= 0 && state.kind !== 'ready' ? () => choose(marked) : () => void store()
      case 'ArrowDown':
        return isOpen ? () => mark(1) : null
      case 'ArrowUp':
        return isOpen ? () => mark(-1) : null
      case 'Tab':
        return !shiftKey && isOpen && text !== '' ? () => choose(Math.max(0, marked)) : null
      case '?':
        return nativeEvent.isComposing ? null : onWords
      default:
        return null
    }
  }
  const onKeyDown = (event: KeyboardEvent) => {
    // what else Escape closes is closed too
    if (event.key === 'Escape') return escape()
    const act = actOf(event)
    if (act === null) return
    event.preventDefault()
    act()
  }
  return { marked, choose, type, onKeyDown }
}
