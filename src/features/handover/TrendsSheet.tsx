'use client'
import { Box, Grid, Text } from '@chakra-ui/react'
import { extent, line, scaleLinear } from 'd3'
import { useMemo } from 'react'
import { type Trend, trendsOf } from '@/core/handover/trends'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { colour } from '@/look/colour'
import { TitledSheet } from '@/ui/Sheet'
import { useTimes } from '@/ui/useTimes'
import { useJob } from '../job/JobContext'

const WIDTH = 220
const HEIGHT = 64
const EDGE = 8
/** From here on a change is worth a second look. */
const WORTH_A_LOOK = 0.2

/** Results since the first visit as lines, those that moved most first. */
export function TrendsSheet() {
  const { record, goTo, bench } = useJob()
  const trends = useMemo(() => trendsOf(record), [record])
  if (trends.length === 0) return null
  const open = (key: string) => {
    const point = bench.points.find((one) => one.key === key)
    if (point) goTo(point.stage, key)
  }
  return (
    <TitledSheet title="Since the first visit" note="what was read in two visits or more, those that moved most first">
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="10px 20px" px="14px" pb="12px">
        {trends.map((trend) => (
          <TrendLine key={`${trend.pointKey} ${trend.slot}`} trend={trend} onOpen={() => open(trend.pointKey)} />
        ))}
      </Grid>
    </TitledSheet>
  )
}

const driftWords = ({ changeShare, years }: Trend): string => {
  const span = years < 0.15 ? `${formatNumber(years * 365.25, 2)} days` : `${formatNumber(years, 2)} years`
  if (changeShare === null) return `in ${span}`
  return `${changeShare >= 0 ? '+' : '−'}${formatNumber(Math.abs(100 * changeShare), 2)} % in ${span}`
}

function TrendLine({ trend, onOpen }: { trend: Trend; onOpen: () => void }) {
  const { dayOf } = useTimes()
  const { values, unit, label, changeShare } = trend
  const times = values.map(({ at }) => Date.parse(at))
  const [least = 0, most = 0] = extent(values, ({ value }) => value)
  const x = scaleLinear([times[0] ?? 0, times.at(-1) ?? 1], [EDGE, WIDTH - EDGE])
  const y = scaleLinear([Math.min(0, least), most || 1], [HEIGHT - EDGE, EDGE])
  const path = line<number>(
    (k) => x(times[k] as number),
    (k) => y(values[k]?.value ?? 0),
  )([...values.keys()])
  const moved = changeShare !== null && Math.abs(changeShare) > WORTH_A_LOOK
  const said = values.map(({ at, value }) => `${dayOf(at)} ${formatQuantity(value, unit, 3)}`).join(', ')
  return (
    <Box as="button" textAlign="left" onClick={onOpen} cursor="pointer" fontSize="14px">
      <Text as="span" display="block" fontWeight="600">
        {label}
      </Text>
      <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`${label}: ${said}`} style={{ display: 'block' }}>
        <path d={`M${EDGE} ${y(0)}H${WIDTH - EDGE}`} stroke={colour('rule')} />
        <path d={path ?? ''} fill="none" stroke={colour('grid')} strokeWidth="1.8" />
        {values.map(({ visit, value }, k) => (
          <circle key={visit} cx={x(times[k] as number)} cy={y(value)} r="3.5" fill={colour('grid')} />
        ))}
      </svg>
      <Text as="span" display="block" color={moved ? 'watch' : 'ink2'}>
        {quantityOrOpen(values[0]?.value, unit, 3)} → {quantityOrOpen(values.at(-1)?.value, unit, 3)},{' '}
        {driftWords(trend)}
      </Text>
    </Box>
  )
}
