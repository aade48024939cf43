'use client'
import { Box } from '@chakra-ui/react'
import { line, scaleLinear, scaleSymlog } from 'd3'
import { percentOrOpen } from '@/core/quantity/orOpen'
import type { ColourName } from '@/look/palette'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'

const LOOKS: readonly { tone: ColourName; dash?: string; width: number }[] = [
  { tone: 'ember', width: 3 },
  { tone: 'grid', dash: '7 4', width: 2 },
  { tone: 'earth', dash: '2 3', width: 2.4 },
  { tone: 'sun', dash: '9 3 2 3', width: 2 },
]
const HOURS = [0, 1, 3, 6, 12, 24, 48, 96, 168, 336]
const HEIGHT = 236
const RIGHT = 150

/** Survival curves: the share of starts that still run after so many hours; lines differ by dash and label, not by colour alone. */
export function SurvivalChart({ series }: { series: readonly { label: string; curve: Float64Array }[] }) {
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const narrow = width < 520
  const right = narrow ? 12 : RIGHT
  const most = Math.max(1, ...series.map(({ curve }) => curve.length - 1))
  const x = scaleSymlog([0, most], [38, width - right]).constant(4)
  const y = scaleLinear([0, 1], [HEIGHT - 30, 8])
  const path = line<number>(
    (_, t) => x(t),
    (share) => y(share),
  )
  // labels stand where the curves end, pushed apart so that none covers another
  const ends = series.map(({ label, curve }, k) => ({ label, k, at: y(curve.at(-1) ?? 0) })).sort((a, b) => a.at - b.at)
  ends.forEach((end, k) => {
    const above = ends[k - 1]
    if (above && end.at - above.at < 16) end.at = above.at + 16
  })
  const over = Math.max(0, (ends.at(-1)?.at ?? 0) - (HEIGHT - 30))
  const words = series
    .map(
      ({ label, curve }) =>
        `${label}: ${[6, 24, 72].map((t) => `${percentOrOpen(curve[t], 2)} after ${t} h`).join(', ')}`,
    )
    .join('. ')
  return (
    <Box ref={ref} px="14px" pb="8px">
      <svg
        width={width}
        height={HEIGHT + (narrow ? 18 * series.length : 0)}
        role="img"
        aria-label={`Share of outages that still run. ${words}`}
        style={{ display: 'block', overflow: 'visible' }}
      >
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <g key={share}>
            <path d={`M38 ${y(share)}H${width - right}`} stroke={colour(share === 0 ? 'rule2' : 'rule')} />
            <Label x={32} y={y(share) + 4} anchor="end" size={12}>{`${share * 100} %`}</Label>
          </g>
        ))}
        {HOURS.filter((t) => t <= most && (!narrow || [0, 6, 24, 168].includes(t))).map((t) => (
          <g key={t}>
            <path
              d={`M${x(t)} 8V${HEIGHT - 26}`}
              stroke={colour('rule')}
              strokeDasharray={t === 24 ? undefined : '2 3'}
            />
            <Label x={x(t)} y={HEIGHT - 10} anchor="middle" size={12}>
              {t < 48 ? `${t} h` : `${t / 24} d`}
            </Label>
          </g>
        ))}
        {series.map(({ label, curve }, k) => {
          const look = LOOKS[k % LOOKS.length]
          return (
            look && (
              <path
                key={label}
                d={path(Array.from(curve)) ?? ''}
                fill="none"
                stroke={colour(look.tone)}
                strokeWidth={look.width}
                strokeDasharray={look.dash}
              />
            )
          )
        })}
        {ends.map(({ label, k, at }, n) => {
          const look = LOOKS[k % LOOKS.length]
          if (!look) return null
          const [lx, ly] = narrow ? [38, HEIGHT + 14 + 18 * n] : [width - right + 6, at - over]
          return (
            <g key={label}>
              <path
                d={`M${lx} ${ly}h24`}
                stroke={colour(look.tone)}
                strokeWidth={look.width}
                strokeDasharray={look.dash}
              />
              <Label x={lx + 30} y={ly + 4} size={13} tone="ink" weight={k === 0 ? 600 : 400} halo="sheet">
                {label}
              </Label>
            </g>
          )
        })}
      </svg>
    </Box>
  )
}
