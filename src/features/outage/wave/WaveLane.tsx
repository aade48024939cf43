import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import type { LaneDrawing } from './waveLayout'
import { waveInk } from './waveLook'

/** A figure along the recording, under the wave and on its time axis. */
export function WaveLane({ lane, width, clip }: { lane: LaneDrawing; width: number; clip: string }) {
  return (
    <g data-lane={lane.words}>
      <path d={`M54 ${lane.top + 0.5}H${width - 14}`} stroke={colour('rule2')} />
      {lane.ticks.map(({ y, label }) => (
        <g key={label}>
          <path d={`M54 ${y}H${width - 14}`} stroke={colour('rule')} />
          <Label x="46" y={y + 4} anchor="end" size={12} tone="ink2">
            {label}
          </Label>
        </g>
      ))}
      {lane.paths.map((d, k) => (
        <path key={k} clipPath={`url(#${clip})`} d={d} fill="none" stroke={colour(waveInk(k))} strokeWidth="1.8" />
      ))}
      <Label x="58" y={lane.top + 16} size={12} tone="ink2" halo="sheet">
        {lane.words}
        {lane.names.map((name, k) => (
          <tspan key={name} dx="10" fontWeight="600" fill={colour(waveInk(k))}>
            {name}
          </tspan>
        ))}
      </Label>
    </g>
  )
}
