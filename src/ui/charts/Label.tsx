import type { ReactNode } from 'react'
import type { ColourName } from '@/look/palette'
import { colour } from '@/look/colour'

interface LabelProps {
  x: number | string
  y: number | string
  /** Size in px. */
  size?: number
  weight?: number
  anchor?: 'start' | 'middle' | 'end'
  tone?: ColourName
  /** Ground to stand out from, where lines run behind the words. */
  halo?: ColourName
  haloWidth?: number
  children: ReactNode
}

/** Words in a drawing. Sizes are styles, because the page's reset outranks an attribute of SVG. */
export function Label({
  x,
  y,
  size = 12.5,
  weight = 400,
  anchor = 'start',
  tone = 'ink2',
  halo,
  haloWidth = 4,
  children,
}: LabelProps) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      fill={colour(tone)}
      stroke={halo ? colour(halo) : 'none'}
      strokeWidth={halo ? haloWidth : 0}
      style={{ fontSize: size, fontWeight: weight, paintOrder: 'stroke', pointerEvents: 'none' }}
    >
      {children}
    </text>
  )
}
