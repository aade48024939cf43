import type { Primitive } from '@/core/drawing/primitive'
import { colour } from '@/look/colour'

/** One shape of a drawing on the screen. */
export function Shape({ shape }: { shape: Primitive }) {
  switch (shape.kind) {
    case 'line':
      return (
        <polyline
          points={shape.points.map(({ x, y }) => `${x},${y}`).join(' ')}
          fill="none"
          stroke={colour(shape.ink)}
          strokeWidth={shape.width}
          strokeDasharray={shape.dash}
          strokeOpacity={shape.opacity}
          strokeLinejoin="round"
        />
      )
    case 'circle':
      return (
        <circle
          cx={shape.at.x}
          cy={shape.at.y}
          r={shape.r}
          fill={shape.fill ? colour(shape.fill) : 'none'}
          stroke={colour(shape.ink)}
          strokeWidth={shape.width}
          strokeDasharray={shape.dash}
        />
      )
    case 'rect':
      return (
        <rect
          data-word={shape.aroundWord ? '' : undefined}
          x={shape.at.x}
          y={shape.at.y}
          width={shape.width}
          height={shape.height}
          rx={2}
          fill={shape.fill ? colour(shape.fill) : 'none'}
          stroke={colour(shape.ink)}
          strokeWidth={shape.stroke}
          strokeDasharray={shape.dash}
        />
      )
    case 'text':
      return (
        <text
          x={shape.at.x}
          y={shape.at.y}
          data-word={shape.isSign ? undefined : ''}
          textAnchor={shape.anchor}
          fill={colour(shape.ink)}
          style={{ fontSize: shape.size, fontWeight: shape.weight }}
        >
          {shape.text}
        </text>
      )
  }
}
