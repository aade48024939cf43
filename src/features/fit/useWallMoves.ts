import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import type { JudgedUnit } from '@/core/fit/wallOfInstallation'
import type { WallLayout } from './wallLayout'

export interface WallMoves {
  edit: boolean
  onSelect: (tag: string | null) => void
  /** A unit is being moved; `settled` when it was let go. */
  onMove: (tag: string, place: { xMm: number; yMm: number }, settled: boolean) => void
}

const DRAG_STEP_MM = 10
const rounded = (mm: number, step: number) => Math.round(mm / step) * step

/** How a unit is taken, carried and let go with the pointer, or moved with the arrow keys. */
export function useWallMoves({ x, y, pxPerMm }: WallLayout, { edit, onSelect, onMove }: WallMoves) {
  const grip = useRef<{ tag: string; dxMm: number; dyMm: number } | null>(null)
  const svg = useRef<SVGSVGElement>(null)
  const under = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect() ?? { left: 0, top: 0 }
    return { xMm: (event.clientX - box.left - x(0)) / pxPerMm, yMm: (y(0) - (event.clientY - box.top)) / pxPerMm }
  }
  const take = (event: PointerEvent<SVGGElement>, { item: { tag, detail } }: JudgedUnit) => {
    onSelect(tag)
    if (!edit || detail.xMm === null || detail.yMm === null) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const at = under(event)
    grip.current = { tag, dxMm: at.xMm - detail.xMm, dyMm: at.yMm - detail.yMm }
  }
  const carry = (event: PointerEvent, settled: boolean) => {
    const held = grip.current
    if (!held) return
    const at = under(event)
    if (settled) grip.current = null
    onMove(
      held.tag,
      {
        xMm: Math.max(0, rounded(at.xMm - held.dxMm, DRAG_STEP_MM)),
        yMm: Math.max(0, rounded(at.yMm - held.dyMm, DRAG_STEP_MM)),
      },
      settled,
    )
  }
  const nudge = (event: KeyboardEvent, { item: { tag, detail } }: JudgedUnit) => {
    const step = event.shiftKey ? 1 : 10
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault()
      onSelect(tag)
    }
    if (!by || !edit || detail.xMm === null || detail.yMm === null) return
    event.preventDefault()
    onMove(
      tag,
      { xMm: Math.max(0, detail.xMm + (by[0] as number)), yMm: Math.max(0, detail.yMm + (by[1] as number)) },
      true,
    )
  }
  return { svg, take, carry, nudge }
}
