import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import type { WaveDrawing } from './waveLayout'
import { RMS_BOTTOM } from './waveLook'

/** Both ends of a gap and what it came to. */
export function GapMark({
  gap,
  words,
  width,
  bottom,
}: {
  gap: { x: number; width: number }
  words: string
  width: number
  bottom: number
}) {
  return (
    <g>
      <path
        d={`M${gap.x} 2V${bottom}M${gap.x + gap.width} 2V${bottom}`}
        stroke={colour('ember')}
        strokeWidth="1.4"
        strokeDasharray="4 3"
      />
      <Label x={Math.min(width - 180, gap.x + gap.width + 8)} y="17" size={14} weight={600} tone="ember" halo="sheet">
        {words}
      </Label>
    </g>
  )
}

/** A place somebody pointed at. */
export function CursorMark({
  name,
  atS,
  drawing,
  clip,
}: {
  name: 'A' | 'B'
  atS: number | null
  drawing: WaveDrawing
  clip: string
}) {
  if (atS === null) return null
  const x = drawing.x(atS)
  return (
    <g clipPath={`url(#${clip})`} data-cursor={name}>
      <path d={`M${x} 0V${drawing.bottom}`} stroke={colour('ink')} strokeWidth="1.2" strokeDasharray="7 3" />
      <Label x={x + 4} y={RMS_BOTTOM - 6} size={13} weight={600} tone="ink" halo="sheet">
        {name}
      </Label>
    </g>
  )
}
