'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { colour } from '@/look/colour'
import type { ColourName } from '@/look/palette'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'
import type { AnalysedLog } from '@/workers/logCalls'
import { type Drawn, logChartLayout } from './logChartLayout'

const HEIGHT = 210
const INK: Readonly<Record<Drawn, { ink: ColourName; dash?: string; words: string }>> = {
  load: { ink: 'ink', words: 'load' },
  pv: { ink: 'sun', words: 'PV' },
  battery: { ink: 'ember', words: 'battery, discharge up', dash: '5 3' },
  grid: { ink: 'grid', words: 'street, import up', dash: '2 3' },
}

/** Powers of a log over time, with the time on its own marked. */
export function LogChart({ read: { log, analysis } }: { read: AnalysedLog }) {
  const [box, width] = useWidth<HTMLDivElement>(720)
  const drawing = useMemo(() => logChartLayout(log, analysis, { width, height: HEIGHT }), [log, analysis, width])
  return (
    <Box px="10px">
      <Box ref={box}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`Powers of ${analysis.samples} rows: ${drawing.paths.map(({ quantity }) => INK[quantity].words).join('; ')}`}
          style={{ display: 'block' }}
        >
          {drawing.island && (
            <rect
              x={drawing.island.x}
              y="0"
              width={drawing.island.width}
              height={HEIGHT - 22}
              fill={colour('emberSoft')}
            />
          )}
          {drawing.yTicks.map((tick) => (
            <g key={tick.label}>
              <path d={`M52 ${tick.y}H${width - 10}`} stroke={colour('rule')} />
              <Label x="46" y={tick.y + 4} anchor="end" size={12} tone="ink2">
                {tick.label}
              </Label>
            </g>
          ))}
          <path d={`M52 ${drawing.zeroY}H${width - 10}`} stroke={colour('rule2')} strokeWidth="1.4" />
          {drawing.paths.map(({ quantity, d }) => (
            <path
              key={quantity}
              d={d}
              fill="none"
              stroke={colour(INK[quantity].ink)}
              strokeWidth="1.6"
              strokeDasharray={INK[quantity].dash}
            />
          ))}
          {drawing.xTicks.map((tick) => (
            <Label key={tick.label} x={tick.x} y={HEIGHT - 5} anchor="middle" size={12} tone="ink2">
              {tick.label}
            </Label>
          ))}
        </svg>
      </Box>
      <Flex gap="16px" px="8px" fontSize="13px" wrap="wrap">
        {drawing.paths.map(({ quantity }) => (
          <Flex key={quantity} align="center" gap="6px">
            <svg width="26" height="8" aria-hidden>
              <path
                d="M1 4H25"
                stroke={colour(INK[quantity].ink)}
                strokeWidth="2"
                strokeDasharray={INK[quantity].dash}
              />
            </svg>
            <Text>{INK[quantity].words}</Text>
          </Flex>
        ))}
        {drawing.island && <Text color="ink2">shaded: on its own</Text>}
      </Flex>
    </Box>
  )
}
