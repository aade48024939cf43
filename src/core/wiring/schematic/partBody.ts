import { type SchematicPart } from './schematicPart'
import { type Ink, type Primitive, line } from '../../drawing/primitive'
import type { Pen } from './schematicPen'

/** Where a part is painted: its left edge, its top under the name, and its middle. */
interface Spot {
  x: number
  y: number
  middle: number
}

export type Body<K extends SchematicPart['kind']> = (
  pen: Pen,
  part: Extract<SchematicPart, { kind: K }>,
  spot: Spot,
) => { body: Primitive[]; title: string }

/** The earth symbol, hanging from a point. */
export const earthSymbol = (x: number, y: number, ink: Ink = 'earth'): Primitive[] => [
  line(ink, 1.4, [x, y], [x, y + 7]),
  ...[9, 6, 3].map((half, k) => line(ink, 1.6, [x - half, y + 7 + k * 3.5], [x + half, y + 7 + k * 3.5])),
]
