import type { Electrode } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { Verdict } from '@/core/rules/verdict'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { type GroundSection, ROW_PX } from './groundSectionLayout'

interface GroundAboveProps {
  section: GroundSection
  electrode: Electrode
  verdict: Verdict
  width: number
}

/** What was read over the places of the probe, against the target, and what a dry season makes of it. */
export function GroundAbove({ section, electrode, verdict, width }: GroundAboveProps) {
  const { yTicks, targetY, curve, seasonal, points } = section
  return (
    <>
      {yTicks.map(({ y, label }) => (
        <g key={label}>
          <path d={`M54 ${y}H${width - 10}`} stroke={colour('rule')} />
          <Label x="46" y={y + 4} anchor="end" size={12} tone="ink2">
            {label}
          </Label>
        </g>
      ))}
      <path d={`M54 ${targetY}H${width - 10}`} stroke={colour('stop')} strokeDasharray="6 4" />
      <Label x={width - 12} y={targetY - 5} anchor="end" size={12.5} weight={600} tone="stop" halo="sheet">
        target ≤ {electrode.targetOhm} Ω
      </Label>
      <path d={curve} fill="none" stroke={colour('ink')} strokeWidth="1.8" />
      {seasonal && <DrySeason {...seasonal} factor={electrode.seasonalFactor} />}
      {points.map(({ x, y, label, ohm, isFound, row }) => (
        <g key={label}>
          <circle cx={x} cy={y} r="5" fill={colour(verdict)} stroke={colour('sheet')} strokeWidth="1.6" />
          <Label
            x={x}
            y={isFound ? (seasonal?.toY ?? y) - 7 : y + 20 + row * ROW_PX}
            anchor="middle"
            size={12.5}
            weight={600}
            tone="ink"
            halo="sheet"
          >
            {formatQuantity(ohm, 'Ω')}
          </Label>
        </g>
      ))}
    </>
  )
}

type DrySeasonProps = NonNullable<GroundSection['seasonal']> & { factor: number }

function DrySeason({ x, fromY, toY, factor }: DrySeasonProps) {
  return (
    <g>
      <path d={`M${x} ${toY}V${fromY}`} stroke={colour('watch')} strokeDasharray="3 3" />
      <path d={`M${x - 12} ${toY}h24`} stroke={colour('watch')} strokeWidth="2" />
      <Label x={x - 16} y={toY + 4} anchor="end" size={12} tone="watch" halo="sheet">
        dry season × {factor}
      </Label>
    </g>
  )
}
