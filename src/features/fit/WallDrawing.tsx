'use client'
import { Box } from '@chakra-ui/react'
import type { FitItem } from '@/core/installation/fit'
import type { JudgedWall } from '@/core/fit/wallOfInstallation'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'
import { WallGround, WallObstacles, WallPatterns, WallTrunking } from './WallGround'
import { WallUnit } from './WallUnit'
import { wholeMm } from './placeWords'
import { type WallMoves, useWallMoves } from './useWallMoves'
import { type WallLayout, wallLayout } from './wallLayout'

interface WallDrawingProps extends WallMoves {
  judged: JudgedWall
  /** Open snags that have a place on this wall. */
  snags: readonly FitItem<'snag'>[]
  selected: string | null
}

/** The wall in millimetres: what is in the way, the units with what they keep clear, and what is violated while one moves. */
export function WallDrawing({ judged, snags, selected, ...moves }: WallDrawingProps) {
  const [ref, width] = useWidth<HTMLDivElement>(740)
  const { name, detail } = judged.wall
  const layout = wallLayout(detail, width)
  const { svg, take, carry, nudge } = useWallMoves(layout, moves)
  return (
    <Box ref={ref} px="10px" pb="6px" overflow="hidden">
      <svg
        ref={svg}
        data-testid="wall"
        width={layout.widthPx}
        height={layout.heightPx}
        viewBox={`0 0 ${layout.widthPx} ${layout.heightPx}`}
        style={{ display: 'block', touchAction: 'pan-y', userSelect: 'none' }}
      >
        <title>{`${name}, ${wholeMm(detail.widthMm)} wide, ${wholeMm(detail.ceilingMm)} high`}</title>
        <WallPatterns />
        <WallGround judged={judged} layout={layout} />
        <WallObstacles judged={judged} layout={layout} />
        <WallTrunking judged={judged} layout={layout} />
        {judged.units.map((unit) => (
          <WallUnit
            key={unit.item.tag}
            unit={unit}
            layout={layout}
            chosen={selected === unit.item.tag}
            edit={moves.edit}
            onPointerDown={(event) => take(event, unit)}
            onPointerMove={(event) => carry(event, false)}
            onPointerUp={(event) => carry(event, true)}
            onPointerCancel={(event) => carry(event, true)}
            onKeyDown={(event) => nudge(event, unit)}
          />
        ))}
        <WallSnags snags={snags} layout={layout} />
      </svg>
    </Box>
  )
}

function WallSnags({ snags, layout: { x, y } }: { snags: readonly FitItem<'snag'>[]; layout: WallLayout }) {
  return (
    <g>
      {snags.map(
        ({ id, tag, name, detail }) =>
          detail.xMm !== null &&
          detail.yMm !== null && (
            <g key={id} transform={`translate(${x(detail.xMm)},${y(detail.yMm)})`}>
              <title>{`Snag: ${name}`}</title>
              <path
                d="M0 0V-20H15L11 -15L15 -10H0"
                fill={colour('stopSoft')}
                stroke={colour('stop')}
                strokeWidth="1.6"
              />
              <Label x={18} y={-9} size={12} weight={600} tone="stop" halo="sheet2">
                {tag}
              </Label>
            </g>
          ),
      )}
    </g>
  )
}
