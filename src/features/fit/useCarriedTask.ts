'use client'
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import type { DayBar, DayStrip } from './dayLayout'

/** Pins snap to this. */
const SNAP_MIN = 5
/** What an arrow key moves a task by. */
const NUDGED_MIN: Readonly<Record<string, number>> = { ArrowLeft: -15, ArrowRight: 15 }

export interface Pinning {
  edit: boolean
  onSelect: (tag: string | null) => void
  onPin: (tag: string, atMin: number) => void
}

/** A task of a day that is dragged, or moved by keys, to where it is to be pinned. */
export function useCarriedTask(strip: DayStrip, { edit, onSelect, onPin }: Pinning) {
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<{ tag: string; gripMin: number; atMin: number } | null>(null)
  const minutesUnder = (event: PointerEvent) =>
    strip.minutesAt(event.clientX - (svg.current?.getBoundingClientRect().left ?? 0))
  const snapped = (minutes: number) => Math.round(minutes / SNAP_MIN) * SNAP_MIN
  const take = (event: PointerEvent<SVGGElement>, { task }: DayBar) => {
    onSelect(task.id)
    if (!edit) return
    event.currentTarget.setPointerCapture(event.pointerId)
    setHeld({ tag: task.id, gripMin: minutesUnder(event) - task.startMin, atMin: task.startMin })
  }
  const carry = (event: PointerEvent) => {
    if (held) setHeld({ ...held, atMin: Math.max(strip.fromMin, snapped(minutesUnder(event) - held.gripMin)) })
  }
  const letGo = ({ task }: DayBar) => {
    if (held && held.atMin !== task.startMin) onPin(held.tag, held.atMin)
    setHeld(null)
  }
  const drop = () => setHeld(null)
  const press = (event: KeyboardEvent, { task }: DayBar) => {
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault()
      onSelect(task.id)
    }
    const by = NUDGED_MIN[event.key]
    if (!by || !edit) return
    event.preventDefault()
    event.stopPropagation()
    onPin(task.id, Math.max(strip.fromMin, task.startMin + by))
  }
  /** Where a task is held at the moment; `null` while it lies where it is planned. */
  const heldAtMin = (tag: string): number | null => (held?.tag === tag ? held.atMin : null)
  return { svg, heldAtMin, take, carry, letGo, drop, press }
}
