import { G, Svg } from '@react-pdf/renderer'
import type { PackSchematic } from '../packSchematic'
import { Shape } from './Shape'

/** The schematic, scaled into a box of these points. */
export function SchematicFigure({
  schematic,
  width,
  height,
}: {
  schematic: PackSchematic
  width: number
  height: number
}) {
  const { groups, size } = schematic
  const scale = Math.min(1, width / size.width, height / size.height)
  return (
    <Svg width={size.width * scale} height={size.height * scale} viewBox={`0 0 ${size.width} ${size.height}`}>
      {groups.map(({ key, shapes }) => (
        <G key={key}>
          {shapes.map((shape, k) => (
            <Shape key={k} shape={shape} />
          ))}
        </G>
      ))}
    </Svg>
  )
}
