'use client'
import { Box } from '@chakra-ui/react'
import { scaleSymlog } from 'd3'
import { MONTH_NAMES } from '@/core/plan/yearProfile'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'

const BARS = 88
const FOOT = 24
/** Room above a bar for its words: on a line where they fit beside those of the next, else turned upright. */
const FLAT = { room: 20, fromStepPx: 52 }
const UPRIGHT = { room: 62 }

/** Mean runtime by the month in which an outage begins; the worst month is marked and named. */
export function MonthBars({ label, monthMeanH }: { label: string; monthMeanH: Float64Array }) {
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const most = Math.max(1, ...monthMeanH)
  const worst = monthMeanH.indexOf(Math.min(...monthMeanH))
  const step = width / 12
  const isFlat = step >= FLAT.fromStepPx
  const top = isFlat ? FLAT.room : UPRIGHT.room
  const foot = top + BARS
  const y = scaleSymlog([0, most], [foot, top]).constant(4)
  const words = (h: number) => (h >= 48 ? `${formatNumber(h / 24, 2)} d` : `${formatNumber(h, h < 10 ? 2 : 3)} h`)
  return (
    <TitledSheet title="By the month an outage begins" note={`${label}, on average; worst in ${MONTH_NAMES[worst]}`}>
      <Box ref={ref} px="14px" pb="8px">
        <svg
          width={width}
          height={foot + FOOT}
          role="img"
          aria-label={`Mean runtime by month: ${MONTH_NAMES.map((month, k) => `${month} ${words(monthMeanH[k] ?? 0)}`).join(', ')}`}
          style={{ display: 'block', overflow: 'visible' }}
        >
          {MONTH_NAMES.map((month, k) => {
            const h = monthMeanH[k] ?? 0
            return (
              <g key={month} transform={`translate(${k * step},0)`}>
                <rect
                  x="3"
                  width={step - 6}
                  y={y(h)}
                  height={Math.max(1, foot - y(h))}
                  fill={colour(k === worst ? 'ember' : 'gridSoft')}
                  stroke={colour(k === worst ? 'ember' : 'grid')}
                />
                <g transform={`translate(${step / 2 + (isFlat ? 0 : 4)},${y(h) - 5})${isFlat ? '' : ' rotate(-90)'}`}>
                  <Label
                    x={0}
                    y={0}
                    anchor={isFlat ? 'middle' : 'start'}
                    size={12}
                    tone={k === worst ? 'ember' : 'ink2'}
                    weight={k === worst ? 600 : 400}
                  >
                    {words(h)}
                  </Label>
                </g>
                <Label x={step / 2} y={foot + 16} anchor="middle" size={12.5}>
                  {month.slice(0, width < 520 ? 1 : 3)}
                </Label>
              </g>
            )
          })}
          <path d={`M0 ${foot}H${width}`} stroke={colour('rule2')} />
        </svg>
      </Box>
    </TitledSheet>
  )
}
