'use client'
import { Box } from '@chakra-ui/react'
import type { ProbePlace } from '@/core/earthing/probePlaces'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'

const HEIGHT = 92
const GROUND = 44
const SIDE = 40

/** The line on the plot: electrode, the places of the potential probe, and the current probe, with metres where they are known. */
export function ProbeLine({ places, currentProbeM }: { places: readonly ProbePlace[]; currentProbeM: number | null }) {
  const [box, width] = useWidth<HTMLDivElement>(640)
  const x = (share: number) => SIDE + share * (width - 2 * SIDE)
  const metres = (share: number) => (currentProbeM === null ? '' : `${formatNumber(share * currentProbeM, 3)} m`)
  const words = places.map(({ share }) => `${share * 100} % ${metres(share)}`.trim()).join(', ')
  return (
    <Box ref={box}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Probes on one line: electrode, ${words}, current probe ${metres(1)}`}
        style={{ display: 'block' }}
      >
        <path d={`M0 ${GROUND}H${width}`} stroke={colour('earth')} strokeWidth="2.4" />
        <path
          d={`M${x(0)} ${GROUND - 10}V${GROUND + 34}`}
          stroke={colour('ink')}
          strokeWidth="5"
          strokeLinecap="round"
        />
        <Label x={x(0)} y={16} anchor="middle" size={12.5} weight={600} tone="ink">
          electrode
        </Label>
        {places.map(({ share }) => (
          <g key={share}>
            <path d={`M${x(share)} ${GROUND - 8}V${GROUND + 14}`} stroke={colour('ember')} strokeWidth="3" />
            <Label x={x(share)} y={16} anchor="middle" size={12.5} weight={600} tone="ember">
              {`${share * 100} %`}
            </Label>
            <Label x={x(share)} y={30} anchor="middle" size={12} tone="ink2">
              {metres(share)}
            </Label>
          </g>
        ))}
        <path
          d={`M${x(1)} ${GROUND - 8}V${GROUND + 20}`}
          stroke={colour('ink2')}
          strokeWidth="4"
          strokeLinecap="round"
        />
        <Label x={width - 4} y={16} anchor="end" size={12.5} weight={600} tone="ink2">
          current probe
        </Label>
        <Label x={width - 4} y={30} anchor="end" size={12} tone="ink2">
          {metres(1)}
        </Label>
      </svg>
    </Box>
  )
}
