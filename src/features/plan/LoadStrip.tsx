'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { ColourName } from '@/look/palette'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { useWidth } from '@/ui/useWidth'
import { usePlanned } from './LoadDrafts'
import { useJob } from '../job/JobContext'
import { type SegmentKind, loadStripLayout } from './loadStripLayout'

const FILLS: Readonly<Record<SegmentKind, { fill: ColourName; ink: ColourName; words: string }>> = {
  stays: { fill: 'grid', ink: 'sheet', words: 'stays on' },
  backedUp: { fill: 'gridSoft', ink: 'ink', words: 'backed up' },
  turnOffFirst: { fill: 'sunSoft', ink: 'ink', words: 'left off in an outage' },
  notBackedUp: { fill: 'sheet', ink: 'ink2', words: 'not backed up' },
}
const ROW = 42
const BAR = 24

/** The house's loads as stacked strips against the night and day limits. */
export function LoadStrip() {
  const { bench } = useJob()
  const { installation, plan } = usePlanned()
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const strip = useMemo(
    () => loadStripLayout(installation.loads, plan, bench.context.pack.phases, width),
    [installation.loads, plan, bench.context.pack.phases, width],
  )
  const height = strip.rows.length * ROW + 26
  const words = strip.rows
    .map(
      (row) =>
        `${row.label}: ${formatQuantity(row.backedUpW, 'W', 3)} backed up${row.limits.map(({ label, watts }) => `, ${label} limit ${formatQuantity(watts, 'W', 3)}`).join('')}`,
    )
    .join('. ')
  return (
    <Box px="14px" pb="10px">
      <Box ref={ref}>
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label={`Loads against the limits. ${words}`}
          style={{ display: 'block', overflow: 'visible' }}
        >
          <defs>
            <pattern id="strip-off" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="7" height="7" fill={colour('sunSoft')} />
              <path d="M0 0V7" stroke={colour('sun')} strokeWidth="2" />
            </pattern>
          </defs>
          {strip.ticks.map((tick) => (
            <g key={tick.x}>
              <path d={`M${tick.x} 0V${height - 22}`} stroke={colour('rule')} />
              <Label x={tick.x} y={height - 6} size={12} anchor={tick.x === 0 ? 'start' : 'middle'} tone="ink2">
                {tick.label}
              </Label>
            </g>
          ))}
          {strip.rows.map((row, k) => (
            <g key={row.label} transform={`translate(0,${k * ROW})`}>
              <Label x="0" y="12" size={12.5} tone="ink2">
                {row.label}
              </Label>
              {row.segments.map((segment) => {
                const { fill, ink } = FILLS[segment.kind]
                return (
                  <g key={segment.tag}>
                    <rect
                      x={segment.x}
                      y="16"
                      width={Math.max(0.5, segment.width - 1)}
                      height={BAR}
                      fill={segment.kind === 'turnOffFirst' ? 'url(#strip-off)' : colour(fill)}
                      stroke={segment.kind === 'notBackedUp' ? colour('rule2') : 'none'}
                      strokeDasharray={segment.kind === 'notBackedUp' ? '3 3' : undefined}
                    >
                      <title>{`${segment.name}, ${formatQuantity(segment.watts, 'W', 3)}, ${FILLS[segment.kind].words}`}</title>
                    </rect>
                    {segment.width > 34 + 6 * Math.min(segment.name.length, 6) && (
                      <Label
                        x={segment.x + 5}
                        y="32"
                        size={12.5}
                        tone={ink}
                        halo={segment.kind === 'turnOffFirst' ? 'sunSoft' : undefined}
                      >
                        {clipped(segment.name, segment.width)}
                      </Label>
                    )}
                  </g>
                )
              })}
              {row.limits.map((limit, n) => (
                <path
                  key={limit.label}
                  d={`M${limit.x} 13V${16 + BAR + 3}`}
                  stroke={colour('ember')}
                  strokeWidth={n === 0 ? 2.4 : 1.4}
                  strokeDasharray={n === 0 ? undefined : '4 3'}
                />
              ))}
              {row.limitLabels.map((label) => (
                <Label
                  key={label.text}
                  x={label.x}
                  y={10}
                  size={12.5}
                  weight={600}
                  tone="ember"
                  anchor={label.anchor}
                  halo="sheet"
                >
                  {label.text}
                </Label>
              ))}
            </g>
          ))}
        </svg>
      </Box>
      <Flex gap="14px" wrap="wrap" fontSize="12.5px" color="ink2" mt="4px" aria-hidden>
        {Object.entries(FILLS).map(([kind, { fill, words: meaning }]) => (
          <Flex key={kind} align="center" gap="5px">
            <svg width="14" height="11">
              <rect
                x=".5"
                y=".5"
                width="13"
                height="10"
                fill={kind === 'turnOffFirst' ? 'url(#strip-off)' : colour(fill)}
                stroke={colour('rule2')}
                strokeDasharray={kind === 'notBackedUp' ? '3 2' : undefined}
              />
            </svg>
            {meaning}
          </Flex>
        ))}
        <Flex align="center" gap="5px">
          <svg width="12" height="12">
            <path d="M6 0V12" stroke={colour('ember')} strokeWidth="2.4" />
          </svg>
          what the sources can give
        </Flex>
      </Flex>
    </Box>
  )
}

const clipped = (name: string, width: number) => {
  const room = Math.floor((width - 10) / 6.4)
  return name.length <= room ? name : `${name.slice(0, Math.max(1, room - 1))}…`
}
