'use client'
import type { CrewPerson } from '@/core/fit/crewDay'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { shortened } from '@/ui/charts/shortened'
import { type DayStrip, LANE_PX, TOP_PX } from './dayLayout'

const LONGEST_NAME = 13

interface DayGroundProps {
  strip: DayStrip
  people: readonly (CrewPerson & { name: string })[]
  width: number
  height: number
}

/** What the tasks of a day lie on: the time without supply, the hours, and a lane with each person's name. */
export function DayGround({ strip, people, width, height }: DayGroundProps) {
  return (
    <>
      {strip.off.map(({ x, width: offPx }) => (
        <g key={x}>
          <rect
            x={x}
            y={TOP_PX - 4}
            width={offPx}
            height={height - TOP_PX + 4}
            fill={colour('emberSoft')}
            opacity=".55"
          />
          <Label x={x + 4} y={height - 4} size={12} tone="ember" weight={600}>
            {offPx > 60 ? 'no supply' : 'off'}
          </Label>
        </g>
      ))}
      {strip.hours.map(({ x, label }) => (
        <g key={x}>
          <path d={`M${x} ${TOP_PX}V${height}`} stroke={colour('rule')} />
          <Label x={x} y={10} size={12} anchor="middle" tone="ink3" halo="sheet">
            {label}
          </Label>
        </g>
      ))}
      {people.map(({ id, name, licensed }, lane) => (
        <g key={id}>
          <path d={`M0 ${TOP_PX + lane * LANE_PX}H${width}`} stroke={colour('rule')} />
          <Label x={2} y={TOP_PX + lane * LANE_PX + 20} size={13} weight={600} tone="ink">
            {shortened(name, LONGEST_NAME)}
          </Label>
          <Label x={2} y={TOP_PX + lane * LANE_PX + 36} size={12} tone="ink2">
            {licensed ? 'licensed' : 'hand'}
          </Label>
        </g>
      ))}
    </>
  )
}
