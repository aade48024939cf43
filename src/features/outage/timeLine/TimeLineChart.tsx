import { counted } from '@/core/quantity/counted'
import { useId } from 'react'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { LANE, type LaneDrawing, type TimeLineDrawing } from './timeLineLayout'

/** All tracks over one time axis, a lane each, with what they share marked. */
export function TimeLineChart({
  drawing: { lanes, height, timeTicks },
  nameOf,
  width,
}: {
  drawing: TimeLineDrawing
  nameOf: (id: string) => string
  width: number
}) {
  const clip = useId()
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`${counted(lanes.length, ['track', 'tracks'])} on one time line: ${lanes.map(({ id }) => nameOf(id)).join(', ')}`}
      style={{ display: 'block' }}
      data-testid="time-line"
    >
      <clipPath id={clip}>
        <rect x="54" y="0" width={Math.max(0, width - 68)} height={height} />
      </clipPath>
      {timeTicks.map(({ x, label }) => (
        <g key={x}>
          <path d={`M${x} 4V${height - 24}`} stroke={colour('rule')} />
          <Label x={x} y={height - 7} anchor="middle" size={12} tone="ink2">
            {label}
          </Label>
        </g>
      ))}
      {lanes.map((lane) => (
        <Lane key={lane.id} lane={lane} name={nameOf(lane.id)} clip={clip} width={width} />
      ))}
    </svg>
  )
}

function Lane({ lane, name, clip, width }: { lane: LaneDrawing; name: string; clip: string; width: number }) {
  const bottom = lane.y + LANE - 8
  return (
    <g>
      <path d={`M54 ${bottom}H${width - 14}`} stroke={colour('rule2')} />
      <g clipPath={`url(#${clip})`}>
        <rect x={lane.x} y={lane.y + 16} width={lane.width} height={LANE - 24} fill={colour('sheet2')} />
        <path d={lane.path} fill="none" stroke={colour('grid')} strokeWidth="1.6" />
        {lane.ticks.map(({ x, words }, k) => (
          <g key={k}>
            <title>{words}</title>
            <path d={`M${x} ${lane.y + 20}V${bottom}`} stroke={colour('ink2')} strokeWidth="2" />
          </g>
        ))}
        {lane.events.map(({ id, x }) => (
          <path
            key={id}
            d={`M${x} ${lane.y + 4}V${bottom}`}
            stroke={colour('ember')}
            strokeWidth="1.6"
            strokeDasharray="4 3"
          />
        ))}
        {lane.events.map(
          ({ id, words, place }) =>
            place && (
              <Label
                key={id}
                x={place.x}
                y={lane.y + 30 + place.row * 15}
                anchor={place.anchor}
                size={12}
                weight={600}
                tone="ember"
                halo="sheet"
              >
                {words}
              </Label>
            ),
        )}
      </g>
      <Label x={58} y={lane.y + 12} size={12.5} weight={600} tone="ink" halo="sheet">
        {name}
      </Label>
    </g>
  )
}
