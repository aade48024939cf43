import { REACH_MM } from '@/core/fit/keepClear'
import type { JudgedWall } from '@/core/fit/wallOfInstallation'
import { OBSTACLE_WORDS } from '@/schemas/fitFields'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { type WallLayout, trunkingLine } from './wallLayout'

interface WallGroundProps {
  judged: JudgedWall
  layout: WallLayout
}

/** The hatchings that the wall and its units are filled with. */
export function WallPatterns() {
  return (
    <defs>
      <pattern id="wall-hatch" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V8" stroke={colour('rule2')} strokeWidth="1.6" />
      </pattern>
      <pattern id="wall-bad" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <path d="M0 0V8" stroke={colour('stop')} strokeWidth="2" />
      </pattern>
    </defs>
  )
}

/** The wall itself with its measure, its boards and the reach of a hand. */
export function WallGround({ judged: { wall, boards }, layout }: WallGroundProps) {
  const { x, y, pxPerMm } = layout
  return (
    <g>
      <rect
        x={x(0)}
        y={y(wall.detail.ceilingMm)}
        width={wall.detail.widthMm * pxPerMm}
        height={wall.detail.ceilingMm * pxPerMm}
        fill={colour('sheet2')}
        stroke={colour('rule2')}
      />
      {boards.map(({ id, name, detail }) => (
        <rect
          key={id}
          x={x(detail.xMm)}
          y={y(detail.yMm + detail.heightMm)}
          width={detail.widthMm * pxPerMm}
          height={detail.heightMm * pxPerMm}
          fill={colour('sheet')}
          stroke={colour(detail.nonCombustible ? 'ink3' : 'sun')}
          strokeDasharray={detail.nonCombustible ? undefined : '5 3'}
        >
          <title>{name}</title>
        </rect>
      ))}
      <rect
        x={x(0)}
        y={y(REACH_MM.max)}
        width={wall.detail.widthMm * pxPerMm}
        height={(REACH_MM.max - REACH_MM.min) * pxPerMm}
        fill={colour('gridSoft')}
        opacity=".35"
      >
        <title>Reach of displays and isolators</title>
      </rect>
      <WallTicks layout={layout} />
      <path d={`M${x(0)} ${y(0)}H${x(wall.detail.widthMm)}`} stroke={colour('ink')} strokeWidth="2.4" />
      {wall.detail.floodMm !== null && (
        <g>
          <path
            d={`M${x(0)} ${y(wall.detail.floodMm)}H${x(wall.detail.widthMm)}`}
            stroke={colour('neutral')}
            strokeWidth="1.6"
            strokeDasharray="7 4"
          />
          <Label
            x={x(wall.detail.widthMm) - 4}
            y={y(wall.detail.floodMm) - 4}
            size={12}
            anchor="end"
            tone="neutral"
            halo="sheet2"
          >
            water has stood here
          </Label>
        </g>
      )}
    </g>
  )
}

function WallTicks({ layout }: { layout: WallLayout }) {
  const { x, y } = layout
  return (
    <g>
      {layout.ticksX.map((tick) => (
        <g key={tick}>
          <path d={`M${x(tick)} ${y(0)}v${tick % 1000 === 0 ? 6 : 3}`} stroke={colour('ink3')} />
          {tick % 1000 === 0 && (
            <Label x={x(tick)} y={layout.heightPx - 6} size={12} anchor="middle" tone="ink2">
              {tick / 1000} m
            </Label>
          )}
        </g>
      ))}
      {layout.ticksY.map((tick) => (
        <g key={tick}>
          <path d={`M${x(0)} ${y(tick)}h-${tick % 1000 === 0 ? 6 : 3}`} stroke={colour('ink3')} />
          {tick % 1000 === 0 && (
            <Label x={x(0) - 9} y={y(tick) + 4} size={12} anchor="end" tone="ink2">
              {tick / 1000} m
            </Label>
          )}
        </g>
      ))}
    </g>
  )
}

/** What stands in the way, with the room that a door or a window swings over. */
export function WallObstacles({ judged: { obstacles }, layout: { x, y, pxPerMm } }: WallGroundProps) {
  return (
    <g>
      {obstacles.map(({ id, name, detail }) => (
        <g key={id}>
          {detail.swing !== 'none' && (
            <rect
              x={x(detail.swing === 'left' ? detail.xMm - detail.widthMm : detail.xMm + detail.widthMm)}
              y={y(detail.yMm + detail.heightMm)}
              width={detail.widthMm * pxPerMm}
              height={detail.heightMm * pxPerMm}
              fill="none"
              stroke={colour('ink3')}
              strokeDasharray="2 4"
            />
          )}
          <rect
            x={x(detail.xMm)}
            y={y(detail.yMm + detail.heightMm)}
            width={detail.widthMm * pxPerMm}
            height={detail.heightMm * pxPerMm}
            fill="url(#wall-hatch)"
            stroke={colour('ink3')}
          >
            <title>{`${name}, ${OBSTACLE_WORDS[detail.obstacle]}`}</title>
          </rect>
          {detail.widthMm * pxPerMm > 34 && (
            <Label x={x(detail.xMm) + 4} y={y(detail.yMm + detail.heightMm) + 14} size={12} tone="ink2" halo="sheet2">
              {name.length * 6.2 > detail.widthMm * pxPerMm
                ? `${name.slice(0, Math.max(2, Math.floor((detail.widthMm * pxPerMm) / 6.4)))}…`
                : name}
            </Label>
          )}
        </g>
      ))}
    </g>
  )
}

/** The trunking from where the cables arrive. */
export function WallTrunking({ judged, layout: { x, y } }: WallGroundProps) {
  const line = trunkingLine(judged)
  const { entryXMm, entryYMm } = judged.wall.detail
  return (
    <g>
      {line.length > 1 && (
        <path
          d={`M${line.map(({ xMm, yMm }) => `${x(xMm)} ${y(yMm)}`).join('L')}`}
          fill="none"
          stroke={colour('sun')}
          strokeWidth="3"
          strokeLinejoin="round"
          opacity=".8"
        >
          <title>Trunking from where the cables arrive</title>
        </path>
      )}
      <circle cx={x(entryXMm)} cy={y(entryYMm)} r="5" fill={colour('sun')}>
        <title>Cables arrive here</title>
      </circle>
    </g>
  )
}
