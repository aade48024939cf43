import { scaleLinear } from 'd3'
import type { ReturnKind, ReturnLane } from '@/core/outage/returnLane/returnLane'
import { formatDuration } from '@/core/quantity/formatQuantity'

export const RETURN_LANE_HEIGHT = 86
/** Height of the lane itself and its upper edge. */
export const LANE = { top: 30, height: 24 } as const
const MARGIN = { left: 18, right: 18 } as const
/** Numbers closer than this stand beside each other. */
const NUMBER_APART = 20

export interface ReturnLaneDrawing {
  /** Waiting, the second gap, and on the street: what the lane is filled with. */
  stretches: { kind: 'waiting' | 'gap' | 'street'; x: number; width: number }[]
  marks: { kind: ReturnKind; number: number; x: number; numberX: number }[]
  ticks: { x: number; label: string }[]
}

const ticksOf = (x: (s: number) => number, values: readonly number[]) =>
  values.map((s) => ({ x: x(s), label: s === 0 ? '0' : formatDuration(Math.round(s * 1000)) }))

/** A lane that is under way grows in steps of this, so that it does not move all the time. */
const GROWS_BY_S = 30

/** Lays the return out over its width; lengths in px. */
export function returnLaneLayout(
  { events, waitS, secondGapS, underWayS }: ReturnLane,
  width: number,
): ReturnLaneDrawing {
  const roomS = underWayS === null ? 1e-3 : (Math.floor(underWayS / GROWS_BY_S) + 1) * GROWS_BY_S
  const lastEventS = Math.max(...events.map(({ afterS }) => afterS))
  const lastS = Math.max(lastEventS, roomS)
  const x = scaleLinear([0, lastS * 1.06], [MARGIN.left, width - MARGIN.right])
  const edge = underWayS === null ? width - MARGIN.right : x(Math.max(underWayS, lastEventS))
  const gapS = secondGapS ?? 0
  const stretches: ReturnLaneDrawing['stretches'] =
    waitS === null
      ? [{ kind: 'waiting', x: x(0), width: edge - x(0) }]
      : [
          { kind: 'waiting', x: x(0), width: Math.max(0, x(waitS - gapS) - x(0)) },
          ...(gapS > 0
            ? [{ kind: 'gap' as const, x: x(waitS - gapS), width: Math.max(3, x(waitS) - x(waitS - gapS)) }]
            : []),
          { kind: 'street', x: x(waitS), width: edge - x(waitS) },
        ]
  let lastX = -Infinity
  const marks = events.map(({ kind, afterS }, k) => {
    const numberX = Math.max(x(afterS), lastX + NUMBER_APART)
    lastX = numberX
    return { kind, number: k + 1, x: x(afterS), numberX }
  })
  return { stretches, marks, ticks: ticksOf(x, x.ticks(Math.max(2, Math.round(width / 160)))) }
}
