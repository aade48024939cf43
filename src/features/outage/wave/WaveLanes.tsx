import { useId } from 'react'
import type { ColourName } from '@/look/palette'
import { colour } from '@/look/theme'
import { Label } from '@/ui/charts/Label'
import type { WaveCursors } from './waveCursors'
import type { WaveDrawing } from './waveLayout'

export const WAVE_HEIGHT = 204
export const RMS_HEIGHT = 86
const TIME_HEIGHT = 24
export const LANES_HEIGHT = WAVE_HEIGHT + RMS_HEIGHT + TIME_HEIGHT
const BOTTOM = WAVE_HEIGHT + RMS_HEIGHT
const INKS: readonly ColourName[] = ['ink', 'grid', 'sun', 'neutral']

/** Colour of a channel's line, by its place. */
export const waveInk = (k: number): ColourName => INKS[k % INKS.length] as ColourName

/** The wave over its half-cycle RMS, with the gap and the cursors marked. */
export function WaveLanes({
  drawing,
  width,
  gapMark,
  cursors,
}: {
  drawing: WaveDrawing
  width: number
  /** What stands beside the marked gap. */
  gapMark: string
  cursors: WaveCursors
}) {
  const clip = useId()
  return (
    <>
      <clipPath id={clip}>
        <rect x="54" y="0" width={Math.max(0, width - 68)} height={BOTTOM} />
      </clipPath>
      {drawing.gap && (
        <rect
          clipPath={`url(#${clip})`}
          x={drawing.gap.x}
          y="0"
          width={drawing.gap.width}
          height={BOTTOM}
          fill={colour('emberSoft')}
        />
      )}
      {drawing.voltTicks.map((tick) => (
        <g key={tick.label}>
          <path d={`M54 ${tick.y}H${width - 14}`} stroke={colour('rule')} />
          <Label x="46" y={tick.y + 4} anchor="end" size={12} tone="ink2">
            {tick.label}
          </Label>
        </g>
      ))}
      {drawing.waves.map((d, k) => (
        <path
          key={k}
          clipPath={`url(#${clip})`}
          d={d}
          fill="none"
          stroke={colour(waveInk(k))}
          strokeWidth="1.3"
          strokeLinejoin="round"
        />
      ))}
      <RmsScale drawing={drawing} width={width} />
      {drawing.rms.map((d, k) => (
        <path
          key={k}
          clipPath={`url(#${clip})`}
          d={d}
          fill="none"
          stroke={colour(k === 0 ? 'proven' : waveInk(k))}
          strokeWidth="2"
        />
      ))}
      {drawing.gap && <GapMark gap={drawing.gap} words={gapMark} width={width} />}
      <Cursor name="A" atS={cursors.a} drawing={drawing} clip={clip} />
      <Cursor name="B" atS={cursors.b} drawing={drawing} clip={clip} />
      {drawing.timeTicks.map((tick) => (
        <Label key={tick.label} x={tick.x} y={LANES_HEIGHT - 7} anchor="middle" size={12} tone="ink2">
          {tick.label}
        </Label>
      ))}
    </>
  )
}

function RmsScale({ drawing: { nominalY, ninetyY }, width }: { drawing: WaveDrawing; width: number }) {
  return (
    <>
      <path d={`M54 ${nominalY}H${width - 14}`} stroke={colour('rule2')} />
      <path d={`M54 ${ninetyY}H${width - 14}`} stroke={colour('watch')} strokeDasharray="3 3" />
      <Label x="46" y={nominalY} anchor="end" size={12} tone="ink2">
        RMS
      </Label>
      <Label x="46" y={ninetyY + 9} anchor="end" size={12} tone="watch">
        90 %
      </Label>
      <Label x="46" y={BOTTOM - 2} anchor="end" size={12} tone="ink2">
        0 V
      </Label>
    </>
  )
}

function GapMark({ gap, words, width }: { gap: { x: number; width: number }; words: string; width: number }) {
  return (
    <g>
      <path
        d={`M${gap.x} 2V${BOTTOM}M${gap.x + gap.width} 2V${BOTTOM}`}
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

function Cursor({
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
      <path d={`M${x} 0V${BOTTOM}`} stroke={colour('ink')} strokeWidth="1.2" strokeDasharray="7 3" />
      <Label x={x + 4} y={BOTTOM - 6} size={13} weight={600} tone="ink" halo="sheet">
        {name}
      </Label>
    </g>
  )
}
