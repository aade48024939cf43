'use client'
import { Box } from '@chakra-ui/react'
import { type ScaleLinear, area, line, range, scaleLinear } from 'd3'
import { useMemo } from 'react'
import { jointMs } from '@/core/outage/run/betweenMarks'
import { type OutageRun, zeroMsOf } from '@/core/outage/run/outageRun'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'
import { fromCutWords, markWords } from '@/core/outage/run/markWords'
import { MARK_ROWS, markLabels } from '../markLabels'
import type { RunMoment } from './useMoments'

const LEFT = 58
const RIGHT = 12
const ROW = 17
const MARKS = MARK_ROWS * ROW + 8
const POWER = 110
const BOTTOM = 24
const HEIGHT = MARKS + POWER + BOTTOM
/** Round times from the cut, for the axis. */
const STEPS_S = [5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600]
function ticksFrom(x: ScaleLinear<number, number>, zeroMs: number, most: number): number[] {
  const [fromMs = 0, toMs = 0] = x.domain()
  const stepMs = 1000 * (STEPS_S.find((step) => (toMs - fromMs) / (1000 * step) <= most) ?? 7200)
  return range(Math.ceil((fromMs - zeroMs) / stepMs) * stepMs, toMs - zeroMs + 1, stepMs).map((ms) => ms + zeroMs)
}

/** A run on one time line: what was tapped on every phone, above what the house drew and what may be drawn. */
export function RunLine({
  run,
  moments,
  limitW,
  nowMs,
  nameOf,
}: {
  run: OutageRun
  moments: readonly RunMoment[]
  limitW: number | null
  nowMs: number
  nameOf: (tag: string) => string
}) {
  const [box, width] = useWidth<HTMLDivElement>(720)
  const zeroMs = zeroMsOf(run)
  const firstMs = Math.min(...run.marks.map(jointMs))
  const lastMs = run.ended ? jointMs(run.ended) : Math.max(nowMs, ...run.marks.map(jointMs))
  const x = scaleLinear([firstMs, Math.max(lastMs, firstMs + 30_000)], [LEFT, width - RIGHT])
  const shown = moments.filter(({ atMs }) => atMs >= firstMs - 5000 && atMs <= lastMs)
  const mostW = Math.max(limitW ?? 0, ...shown.map(({ houseW }) => houseW ?? 0), 500)
  const y = scaleLinear([0, mostW * 1.08], [MARKS + POWER, MARKS])
  const known = useMemo(() => shown.filter(({ houseW }) => houseW !== null), [shown])
  const at = ({ atMs }: RunMoment) => Math.max(LEFT, x(atMs))
  const draws = area<RunMoment>(at, y(0), ({ houseW }) => y(houseW ?? 0))(known)
  const edge = line<RunMoment>(at, ({ houseW }) => y(houseW ?? 0))(known)
  const labels = markLabels(
    run.marks.map((mark) => ({ id: mark.id, x: x(jointMs(mark)), words: markWords(mark, nameOf) })),
    [0, width],
  )
  const words = run.marks.map((mark) => `${fromCutWords(jointMs(mark) - zeroMs)} ${markWords(mark, nameOf)}`).join(', ')
  return (
    <Box ref={box} px="10px" pb="8px">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Time line of the run: ${words}`}
        style={{ display: 'block' }}
      >
        {y.ticks(3).map((tick) => (
          <g key={tick}>
            <path d={`M${LEFT} ${y(tick)}H${width - RIGHT}`} stroke={colour('rule')} />
            <Label x={LEFT - 6} y={y(tick) + 4} anchor="end" size={12} tone="ink2">
              {formatQuantity(tick, 'W', 2)}
            </Label>
          </g>
        ))}
        <path d={draws ?? ''} fill={colour('grid')} opacity={0.25} />
        <path d={edge ?? ''} fill="none" stroke={colour('grid')} strokeWidth="1.8" />
        {limitW !== null && (
          <>
            <path d={`M${LEFT} ${y(limitW)}H${width - RIGHT}`} stroke={colour('stop')} strokeDasharray="5 4" />
            <Label x={width - RIGHT} y={y(limitW) - 4} anchor="end" size={12} tone="stop" halo="sheet">
              night limit
            </Label>
          </>
        )}
        {labels.map(({ id, x: markX, place }) => (
          <path
            key={id}
            d={`M${markX} ${place ? place.row * ROW + 6 : MARKS - 8}V${MARKS + POWER}`}
            stroke={colour('ink3')}
          />
        ))}
        {/* after all lines: words stand out from those that run behind them */}
        {labels.map(
          ({ id, words: own, place }) =>
            place && (
              <Label
                key={id}
                x={place.x}
                y={place.row * ROW + 14}
                anchor={place.anchor}
                size={12}
                tone="ink"
                halo="sheet"
              >
                {own}
              </Label>
            ),
        )}
        {ticksFrom(x, zeroMs, Math.max(2, Math.floor(width / 110))).map((tick) => (
          <Label key={tick} x={x(tick)} y={HEIGHT - 6} anchor="middle" size={12} tone="ink2">
            {fromCutWords(tick - zeroMs)}
          </Label>
        ))}
      </svg>
    </Box>
  )
}
