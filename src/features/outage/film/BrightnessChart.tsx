'use client'
import { counted } from '@/core/quantity/counted'
import { Box } from '@chakra-ui/react'
import { line, scaleLinear } from 'd3'
import type { FilmFrames } from '@/core/outage/filmFrames'
import type { FilmGap } from '@/core/outage/filmGap'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'

const HEIGHT = 150
const LEFT = 44
const BOTTOM = 24

/** Brightness of the lamp over time, with the two frames that bound the gap. */
export function BrightnessChart({ frames, gap }: { frames: FilmFrames; gap: FilmGap }) {
  const [box, width] = useWidth<HTMLDivElement>(640)
  const { timeS, brightness } = frames
  const x = scaleLinear([0, timeS.at(-1) ?? 1], [LEFT, width - 10])
  const y = scaleLinear([0, 255], [HEIGHT - BOTTOM, 8])
  const path = line<number>(
    (k) => x(timeS[k] as number),
    (k) => y(brightness[k] as number),
  )([...timeS.keys()])
  const marks = [
    [gap.lastLitS, 'last lit'],
    [gap.firstRelitS, 'lit again'],
  ] as const
  return (
    <Box ref={box} px="10px">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Brightness of the lamp in ${counted(timeS.length, ['frame', 'frames'])}${gap.lastLitS === null ? '' : `, last lit at ${gap.lastLitS.toFixed(3)} s, lit again at ${gap.firstRelitS?.toFixed(3) ?? '?'} s`}`}
        style={{ display: 'block' }}
      >
        {[0, 100, 200].map((level) => (
          <g key={level}>
            <path d={`M${LEFT} ${y(level)}H${width - 10}`} stroke={colour('rule')} />
            <Label x={LEFT - 8} y={y(level) + 4} anchor="end" size={12} tone="ink2">
              {level}
            </Label>
          </g>
        ))}
        <path d={path ?? ''} fill="none" stroke={colour('ink')} strokeWidth="1.6" />
        {marks.map(([atS, words], k) =>
          atS === null ? null : (
            <g key={words}>
              <path d={`M${x(atS)} 4V${HEIGHT - BOTTOM}`} stroke={colour('ember')} strokeDasharray="4 3" />
              <Label
                x={x(atS) + (k === 0 ? -5 : 5)}
                y={20}
                anchor={k === 0 ? 'end' : 'start'}
                size={12.5}
                weight={600}
                tone="ember"
                halo="sheet"
              >
                {words}
              </Label>
            </g>
          ),
        )}
        {x.ticks(6).map((tick) => (
          <Label key={tick} x={x(tick)} y={HEIGHT - 6} anchor="middle" size={12} tone="ink2">
            {`${tick} s`}
          </Label>
        ))}
      </svg>
    </Box>
  )
}
