import { useMemo } from 'react'
import { farWords } from '@/core/wiring/schematic/farWords'
import { SIZE } from '@/core/wiring/schematic/schematicPart'
import type { DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { Label } from '@/ui/charts/Label'

/** Words of a drawing that is shown smaller than it is, in the size in which they are read; a click goes through them to what they name. */
export function WordsFromAfar({ groups, scale }: { groups: readonly DrawnGroup[]; scale: number }) {
  const words = useMemo(() => farWords(groups, scale), [groups, scale])
  return (
    <g aria-hidden>
      {words.map(({ key, at, lines, grown }) =>
        lines.map(({ text, anchor, weight, ink }, k) => (
          <Label
            key={`${key} ${k}`}
            x={at.x}
            y={at.y - (lines.length - 1 - k) * SIZE.label * grown}
            size={SIZE.text * grown}
            anchor={anchor}
            weight={weight}
            tone={ink}
            halo="sheet"
            haloWidth={4 * grown}
          >
            {text}
          </Label>
        )),
      )}
    </g>
  )
}
