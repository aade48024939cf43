import { useId } from 'react'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { CursorMark, GapMark } from './WaveMarks'
import { WaveLane } from './WaveLane'
import { RMS_BOTTOM, heightOf, waveInk } from './waveLook'
import type { WaveCursors } from './waveCursors'
import type { WaveDrawing } from './waveLayout'

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
  const { bottom } = drawing
  return (
    <>
      <clipPath id={clip}>
        <rect x="54" y="0" width={Math.max(0, width - 68)} height={bottom} />
      </clipPath>
      {drawing.gap && (
        <rect
          clipPath={`url(#${clip})`}
          x={drawing.gap.x}
          y="0"
          width={drawing.gap.width}
          height={bottom}
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
      {drawing.lanes.map((lane) => (
        <WaveLane key={lane.words} lane={lane} width={width} clip={clip} />
      ))}
      {drawing.gap && <GapMark gap={drawing.gap} words={gapMark} width={width} bottom={bottom} />}
      <CursorMark name="A" atS={cursors.a} drawing={drawing} clip={clip} />
      <CursorMark name="B" atS={cursors.b} drawing={drawing} clip={clip} />
      {drawing.timeTicks.map((tick) => (
        <Label key={tick.label} x={tick.x} y={heightOf(drawing) - 7} anchor="middle" size={12} tone="ink2">
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
      <Label x="46" y={RMS_BOTTOM - 2} anchor="end" size={12} tone="ink2">
        0 V
      </Label>
    </>
  )
}
