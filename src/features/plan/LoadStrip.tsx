'use client'
import { Box, Flex } from '@chakra-ui/react'
import { useMemo } from 'react'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { useWidth } from '@/ui/useWidth'
import { usePlanned } from './LoadDrafts'
import { useJob } from '../job/JobContext'
import { LoadStripRow, OffPattern, SEGMENT_LOOKS } from './LoadStripRow'
import { type StripRow, loadStripLayout } from './loadStripLayout'

const ROW = 42

const wordsOf = ({ label, backedUpW, limits }: StripRow): string =>
  [
    `${label}: ${formatQuantity(backedUpW, 'W', 3)} backed up`,
    ...limits.map((limit) => `${limit.label} limit ${formatQuantity(limit.watts, 'W', 3)}`),
  ].join(', ')

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
  return (
    <Box px="14px" pb="10px">
      <Box ref={ref}>
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          role="img"
          aria-label={`Loads against the limits. ${strip.rows.map(wordsOf).join('. ')}`}
          style={{ display: 'block', overflow: 'visible' }}
        >
          <OffPattern />
          {strip.ticks.map((tick) => (
            <g key={tick.x}>
              <path d={`M${tick.x} 0V${height - 22}`} stroke={colour('rule')} />
              <Label x={tick.x} y={height - 6} size={12} anchor={tick.x === 0 ? 'start' : 'middle'} tone="ink2">
                {tick.label}
              </Label>
            </g>
          ))}
          {strip.rows.map((row, k) => (
            <LoadStripRow key={row.label} row={row} y={k * ROW} />
          ))}
        </svg>
      </Box>
      <Legend />
    </Box>
  )
}

function Legend() {
  return (
    <Flex gap="14px" wrap="wrap" fontSize="12.5px" color="ink2" mt="4px" aria-hidden>
      {Object.values(SEGMENT_LOOKS).map(({ fill, dashes, words }) => (
        <Flex key={words} align="center" gap="5px">
          <svg width="14" height="11">
            <rect x=".5" y=".5" width="13" height="10" fill={fill} stroke={colour('rule2')} strokeDasharray={dashes} />
          </svg>
          {words}
        </Flex>
      ))}
      <Flex align="center" gap="5px">
        <svg width="12" height="12">
          <path d="M6 0V12" stroke={colour('ember')} strokeWidth="2.4" />
        </svg>
        what the sources can give
      </Flex>
    </Flex>
  )
}
