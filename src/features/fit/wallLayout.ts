import { scaleLinear } from 'd3'
import type { JudgedWall } from '@/core/fit/wallOfInstallation'
import { entryPoint } from '@/core/fit/placement'

/** A wall on the page: px from mm, x from the left, y downwards from the ceiling. */
export interface WallLayout {
  pxPerMm: number
  widthPx: number
  heightPx: number
  x: (mm: number) => number
  y: (mm: number) => number
  /** Ticks each half metre. */
  ticksX: number[]
  ticksY: number[]
}

const LEFT_PX = 34
const BOTTOM_PX = 24
const TOP_PX = 8
const RIGHT_PX = 8
const TALLEST_PX = 430
const TICK_MM = 500

/** Fits a wall into a width and the height of a bench. */
export function wallLayout(
  { widthMm, ceilingMm }: { widthMm: number; ceilingMm: number },
  availablePx: number,
): WallLayout {
  const pxPerMm = Math.min((availablePx - LEFT_PX - RIGHT_PX) / widthMm, TALLEST_PX / ceilingMm)
  const ticks = (length: number) => Array.from({ length: Math.floor(length / TICK_MM) + 1 }, (_, k) => k * TICK_MM)
  return {
    pxPerMm,
    widthPx: LEFT_PX + widthMm * pxPerMm + RIGHT_PX,
    heightPx: TOP_PX + ceilingMm * pxPerMm + BOTTOM_PX,
    x: scaleLinear([0, widthMm], [LEFT_PX, LEFT_PX + widthMm * pxPerMm]),
    y: scaleLinear([0, ceilingMm], [TOP_PX + ceilingMm * pxPerMm, TOP_PX]),
    ticksX: ticks(widthMm),
    ticksY: ticks(ceilingMm),
  }
}

/** Right-angled trunking from the cable entry through the placed units in the order of their shortest way; points in mm. */
export function trunkingLine({ wall, units }: Pick<JudgedWall, 'wall' | 'units'>): { xMm: number; yMm: number }[] {
  let at = { xMm: wall.detail.entryXMm, yMm: wall.detail.entryYMm }
  const left = units.flatMap(({ item: { detail } }) =>
    detail.xMm === null || detail.yMm === null ? [] : [entryPoint(detail, detail.xMm, detail.yMm)],
  )
  const line = [at]
  while (left.length > 0) {
    left.sort(
      (a, b) =>
        Math.abs(a.xMm - at.xMm) + Math.abs(a.yMm - at.yMm) - Math.abs(b.xMm - at.xMm) - Math.abs(b.yMm - at.yMm),
    )
    const next = left.shift() as { xMm: number; yMm: number }
    line.push({ xMm: next.xMm, yMm: at.yMm }, next)
    at = next
  }
  return line
}
