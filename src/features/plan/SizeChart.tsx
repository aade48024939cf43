'use client'
import { counted } from '@/core/quantity/counted'
import { Box, Text } from '@chakra-ui/react'
import { line, scaleLinear } from 'd3'
import type { SizeCurve, SizePoint } from '@/core/plan/sizeCurve'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'

/** Room for an amount with its currency beside the axis. */
const LEFT = 76

/** What a battery is worth a year, by its number of modules, with the knee and what is planned. */
export function SizeChart({
  curve: { points, knee },
  planned,
  money,
}: {
  curve: SizeCurve
  planned: number
  money: (value: number) => string
}) {
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const height = 226
  const foot = height - 16
  const x = scaleLinear([0, points.at(-1)?.moduleCount ?? 1], [LEFT, width - 24])
  const values = points.map(({ valuePerYear }) => valuePerYear)
  const y = scaleLinear([Math.min(0, ...values), Math.max(1, ...values) * 1.12], [foot - 30, 10])
  const here = points.find(({ moduleCount }) => moduleCount === planned)
  // below a point that lies low stand the numbers of the axis
  const wordsY = (at: number, up: boolean) => (up || at + 22 > foot - 26 ? at - 12 : at + 22)
  const mark = (point: SizePoint, words: string, up: boolean) => (
    <g>
      <circle
        cx={x(point.moduleCount)}
        cy={y(point.valuePerYear)}
        r="6"
        fill={colour('sheet')}
        stroke={colour('ember')}
        strokeWidth="2.6"
      />
      <Label
        x={x(point.moduleCount)}
        y={wordsY(y(point.valuePerYear), up)}
        anchor={x(point.moduleCount) > width - 140 ? 'end' : 'middle'}
        size={13}
        weight={600}
        tone="ember"
        halo="sheet"
      >
        {words}
      </Label>
    </g>
  )
  return (
    <Box ref={ref} px="14px" pb="6px">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Value per year by number of modules. ${knee ? `The knee lies at ${counted(knee.moduleCount, ['module', 'modules'])} with ${money(knee.valuePerYear)}.` : 'There is no knee.'}`}
        style={{ display: 'block', overflow: 'visible' }}
      >
        {y.ticks(4).map((value) => (
          <g key={value}>
            <path d={`M${LEFT} ${y(value)}H${width - 24}`} stroke={colour(value === 0 ? 'rule2' : 'rule')} />
            <Label x={LEFT - 6} y={y(value) + 4} anchor="end" size={12}>
              {money(value)}
            </Label>
          </g>
        ))}
        {points.map(({ moduleCount, valuePerYear }) => (
          <g key={moduleCount}>
            <circle cx={x(moduleCount)} cy={y(valuePerYear)} r="3" fill={colour('grid')} />
            <Label x={x(moduleCount)} y={foot - 10} anchor="middle" size={12}>
              {moduleCount}
            </Label>
          </g>
        ))}
        <Label x={(LEFT + width - 24) / 2} y={height - 6} anchor="middle" size={12}>
          modules
        </Label>
        <path
          d={
            line<SizePoint>(
              ({ moduleCount }) => x(moduleCount),
              ({ valuePerYear }) => y(valuePerYear),
            )(points) ?? ''
          }
          fill="none"
          stroke={colour('grid')}
          strokeWidth="2.2"
        />
        {knee && mark(knee, knee.moduleCount === planned ? 'the knee, and as planned' : 'the knee', true)}
        {here && here.moduleCount !== knee?.moduleCount && mark(here, 'as planned', false)}
      </svg>
      <Text fontSize="13px" color="ink2">
        Value per year over the number of modules.{' '}
        {knee
          ? `After ${knee.moduleCount} another module brings ever less.`
          : 'The curve has no bend: the tariff gives no reason for one size.'}{' '}
        Backup may ask for more: look at the year.
      </Text>
    </Box>
  )
}
