import { Circle, Polyline, Rect } from '@react-pdf/renderer'
import type { Primitive } from '@/core/drawing/primitive'
import { paper } from './reportStyles'
import { Text } from '../PdfText'

/** One shape of a drawing on paper. */
export function Shape({ shape }: { shape: Primitive }) {
  const dash = shape.kind !== 'text' && shape.dash ? { strokeDasharray: shape.dash } : {}
  switch (shape.kind) {
    case 'line':
      return (
        <Polyline
          points={shape.points.map(({ x, y }) => `${x},${y}`).join(' ')}
          stroke={paper[shape.ink]}
          strokeWidth={shape.width}
          strokeOpacity={shape.opacity ?? 1}
          fill="none"
          {...dash}
        />
      )
    case 'circle':
      return (
        <Circle
          cx={shape.at.x}
          cy={shape.at.y}
          r={shape.r}
          stroke={paper[shape.ink]}
          strokeWidth={shape.width}
          fill={shape.fill ? paper[shape.fill] : 'none'}
          {...dash}
        />
      )
    case 'rect':
      return (
        <Rect
          x={shape.at.x}
          y={shape.at.y}
          width={shape.width}
          height={shape.height}
          rx={2}
          stroke={paper[shape.ink]}
          strokeWidth={shape.stroke}
          fill={shape.fill ? paper[shape.fill] : 'none'}
          {...dash}
        />
      )
    case 'text':
      return (
        <Text
          x={shape.at.x}
          y={shape.at.y}
          textAnchor={shape.anchor}
          fill={paper[shape.ink]}
          style={{ fontSize: shape.size, fontWeight: shape.weight && shape.weight >= 600 ? 700 : 400 }}
        >
          {shape.text}
        </Text>
      )
  }
}
