'use client'
import { Box } from '@chakra-ui/react'
import type { ProbePlace } from '@/core/earthing/probePlaces'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { labelRows } from '@/ui/charts/labelRows'
import { useWidth } from '@/ui/useWidth'

const HEIGHT = 92
const GROUND = 44
const SIDE = 40
/** Room that the words of a place take beside those of another, and where they stand: above the ground, or below it where there is none. */
const WORDS_PX = 50
const ABOVE = 16
const BELOW = GROUND + 30

/** The line on the plot: electrode, the places of the potential probe, and the current probe, with metres where they are known. */
export function ProbeLine({ places, currentProbeM }: { places: readonly ProbePlace[]; currentProbeM: number | null }) {
  const [box, width] = useWidth<HTMLDivElement>(640)
  const x = (share: number) => SIDE + share * (width - 2 * SIDE)
  const metres = (share: number) => (currentProbeM === null ? '' : `${formatNumber(share * currentProbeM, 3)} m`)
  const rows = labelRows(
    places.map(({ share }) => x(share)),
    WORDS_PX,
  )
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
        <Label x={x(0)} y={ABOVE} anchor="middle" size={12.5} weight={600} tone="ink">
          electrode
        </Label>
        {places.map(({ share }, k) => (
          <g key={share}>
            <path d={`M${x(share)} ${GROUND - 8}V${GROUND + 14}`} stroke={colour('ember')} strokeWidth="3" />
            <Label x={x(share)} y={rows[k] === 0 ? ABOVE : BELOW} anchor="middle" size={12.5} weight={600} tone="ember">
              {`${share * 100} %`}
            </Label>
            <Label x={x(share)} y={(rows[k] === 0 ? ABOVE : BELOW) + 14} anchor="middle" size={12} tone="ink2">
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
        <Label x={width - 4} y={ABOVE} anchor="end" size={12.5} weight={600} tone="ink2">
          current probe
        </Label>
        <Label x={width - 4} y={ABOVE + 14} anchor="end" size={12} tone="ink2">
          {metres(1)}
        </Label>
      </svg>
    </Box>
  )
}
