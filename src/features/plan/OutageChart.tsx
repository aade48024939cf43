'use client'
import { Box } from '@chakra-ui/react'
import { type ScaleLinear, area, curveStepAfter, line, scaleLinear } from 'd3'
import type { OutageHour } from '@/core/plan/autonomy'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'
import { OutageLegend, SHED_FILL, ShedPattern } from './OutageLegend'

const HEIGHT = 232
const TOP = 10
const BOTTOM = HEIGHT - 26
const LEFT = 46
const RIGHT = 44
const TICK_H = 12

type Scale = ScaleLinear<number, number>

interface OutageChartProps {
  hours: readonly OutageHour[]
  spanH: number
  stepH: number
  startHour: number
  floorSoc: number
}

/** Charge, sun and load from the beginning of an outage on, with what is turned off and where there is no supply. */
export function OutageChart({ hours, spanH, stepH, startHour, floorSoc }: OutageChartProps) {
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const x = scaleLinear([0, spanH], [LEFT, width - RIGHT])
  const most = Math.max(100, ...hours.map(({ loadW, shedW, pvW }) => Math.max(loadW + shedW, pvW)))
  const y = scaleLinear([0, most * 1.05], [BOTTOM, TOP])
  const soc = scaleLinear([0, 1], [BOTTOM, TOP])
  const dead = hours.filter(({ state }) => state !== 'runs')
  const first = dead[0]
  const ends = first ? `the supply ends after ${formatNumber(first.hour, 3)} h` : 'it runs through'
  return (
    <Box ref={ref} px="14px">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Charge begins at ${Math.round(100 * (hours[0]?.soc ?? 0))} %; ${ends}`}
        style={{ display: 'block', overflow: 'visible' }}
      >
        <ShedPattern />
        <Grid x={x} y={y} soc={soc} width={width} spanH={spanH} startHour={startHour} />
        {dead.map(({ hour }) => (
          <rect
            key={hour}
            x={x(hour)}
            y={TOP}
            width={x(hour + stepH) - x(hour) + 0.5}
            height={BOTTOM - TOP}
            fill={colour('stopSoft')}
          />
        ))}
        <Power hours={hours} spanH={spanH} x={x} y={y} />
        <Charge hours={hours} x={x} soc={soc} />
        <path d={`M${LEFT} ${soc(floorSoc)}H${width - RIGHT}`} stroke={colour('ember')} strokeDasharray="2 4" />
        {first && (
          <Label x={Math.min(width - 120, x(first.hour) + 5)} y={24} size={13} weight={600} tone="stop" halo="stopSoft">
            {first.state === 'lacksPower' ? 'too much asked at once' : 'empty'}
          </Label>
        )}
      </svg>
      <OutageLegend />
    </Box>
  )
}

interface GridProps {
  x: Scale
  y: Scale
  soc: Scale
  width: number
  spanH: number
  startHour: number
}

/** Power on the left, charge on the right, the clock's hours below. */
function Grid({ x, y, soc, width, spanH, startHour }: GridProps) {
  const clock = (hour: number) => `${String(Math.floor((startHour + hour) % 24)).padStart(2, '0')}:00`
  return (
    <>
      {y.ticks(4).map((watts) => (
        <g key={watts}>
          <path d={`M${LEFT} ${y(watts)}H${width - RIGHT}`} stroke={colour('rule')} />
          <Label x={LEFT - 5} y={y(watts) + 4} anchor="end" size={12}>{`${watts / 1000} kW`}</Label>
        </g>
      ))}
      {[0, 0.5, 1].map((share) => (
        <Label key={share} x={width - RIGHT + 4} y={soc(share) + 4} size={12} tone="ember">{`${share * 100} %`}</Label>
      ))}
      {Array.from({ length: spanH / TICK_H + 1 }, (_, k) => k * TICK_H).map((hour) => (
        <g key={hour}>
          <path d={`M${x(hour)} ${BOTTOM}v4`} stroke={colour('rule2')} />
          <Label x={x(hour)} y={HEIGHT - 8} anchor="middle" size={12}>
            {clock(hour)}
          </Label>
        </g>
      ))}
    </>
  )
}

/** Sun, load that is to be fed, and on top of it what is turned off; each hour as a step. */
function Power({ hours, spanH, x, y }: { hours: readonly OutageHour[]; spanH: number; x: Scale; y: Scale }) {
  const last = hours.at(-1)
  const steps = last === undefined ? [] : [...hours, { ...last, hour: spanH }]
  const between = (low: (hour: OutageHour) => number, high: (hour: OutageHour) => number) =>
    area<OutageHour>()
      .x(({ hour }) => x(hour))
      .y0((hour) => y(low(hour)))
      .y1((hour) => y(high(hour)))
      .curve(curveStepAfter)(steps) ?? ''
  const fed = line<OutageHour>()
    .x(({ hour }) => x(hour))
    .y(({ loadW }) => y(loadW))
    .curve(curveStepAfter)(steps)
  const nothing = () => 0
  const loadW = (hour: OutageHour) => hour.loadW
  const askedW = (hour: OutageHour) => hour.loadW + hour.shedW
  return (
    <>
      <path d={between(nothing, ({ pvW }) => pvW)} fill={colour('sunSoft')} stroke={colour('sun')} strokeWidth="1" />
      <path d={between(loadW, askedW)} fill={SHED_FILL} />
      <path d={fed ?? ''} fill="none" stroke={colour('grid')} strokeWidth="2" />
    </>
  )
}

function Charge({ hours, x, soc }: { hours: readonly OutageHour[]; x: Scale; soc: Scale }) {
  const charge = line<OutageHour>(
    ({ hour }) => x(hour),
    (hour) => soc(hour.soc),
  )(hours)
  return <path d={charge ?? ''} fill="none" stroke={colour('ember')} strokeWidth="2.6" />
}
