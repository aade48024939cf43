import { Box, Flex, Text } from '@chakra-ui/react'
import type { ReturnKind, ReturnLane } from '@/core/outage/returnLane/returnLane'
import { returnEventWords, returnSentences } from '@/core/outage/returnLane/returnLaneWords'
import { fromCutWords } from '@/core/outage/run/markWords'
import { formatDuration } from '@/core/quantity/formatQuantity'
import type { ColourName } from '@/look/palette'
import { colour } from '@/look/colour'
import { Label } from '@/ui/charts/Label'
import { useWidth } from '@/ui/useWidth'
import { LANE, RETURN_LANE_HEIGHT, type ReturnLaneDrawing, returnLaneLayout } from './returnLaneLayout'

const FILLS: Readonly<Record<ReturnLaneDrawing['stretches'][number]['kind'], ColourName>> = {
  waiting: 'sheet2',
  gap: 'ember',
  street: 'gridSoft',
}
const INKS: Readonly<Record<ReturnKind, ColourName>> = {
  streetBack: 'grid',
  gapBegins: 'ember',
  onStreet: 'grid',
  pv10: 'sun',
  pv90: 'sun',
  batteryCharges: 'proven',
  vehicleCharges: 'island',
  tripped: 'stop',
  sourceOff: 'stop',
}

const after = (s: number) => (s >= 60 ? fromCutWords(s * 1000) : formatDuration(Math.round(s * 1000)))

/** The return of the street on one lane: what happened numbered, and said below (T-7). */
export function ReturnLaneSheet({
  lane,
  nameOf,
  setWaitS = null,
}: {
  lane: ReturnLane
  nameOf: (tag: string) => string
  /** How long it is set to wait. */
  setWaitS?: number | null
}) {
  const [box, width] = useWidth<HTMLDivElement>(740)
  const drawing = returnLaneLayout(lane, width)
  const sentences = returnSentences(lane, setWaitS)
  return (
    <Box role="region" aria-label="The return" borderTopWidth="1px" borderColor="rule" py="8px">
      <Text px="14px" fontWeight="600">
        The return, from the street being back
      </Text>
      <Box ref={box}>
        <ReturnDrawing drawing={drawing} width={width} words={sentences.join(' ')} />
      </Box>
      <Flex as="ol" listStyleType="none" wrap="wrap" gap="2px 18px" px="14px" fontSize="14px">
        {lane.events.map((event, k) => (
          <Text as="li" key={`${event.kind} ${event.afterS} ${event.subject}`}>
            <b>{k + 1}</b> {event.afterS === 0 ? '' : `after ${after(event.afterS)}: `}
            {returnEventWords(event, nameOf)}
          </Text>
        ))}
      </Flex>
      <Box px="14px" pt="6px" fontSize="14px" color="ink2">
        {sentences.map((sentence) => (
          <Text key={sentence}>{sentence}</Text>
        ))}
      </Box>
    </Box>
  )
}

function ReturnDrawing({ drawing, width, words }: { drawing: ReturnLaneDrawing; width: number; words: string }) {
  const bottom = LANE.top + LANE.height
  return (
    <svg width={width} height={RETURN_LANE_HEIGHT} role="img" aria-label={words} style={{ display: 'block' }}>
      {drawing.stretches.map(({ kind, x, width: own }) => (
        <rect
          key={kind}
          data-stretch={kind}
          x={x}
          y={LANE.top}
          width={own}
          height={LANE.height}
          fill={colour(FILLS[kind])}
          stroke={colour('rule2')}
        />
      ))}
      {drawing.marks.map(({ kind, number, x, numberX }) => (
        <g key={number}>
          <path
            d={`M${numberX} ${LANE.top - 8}L${x} ${LANE.top}V${bottom}`}
            fill="none"
            stroke={colour(INKS[kind])}
            strokeWidth="2"
          />
          <Label x={numberX} y={LANE.top - 12} anchor="middle" size={13} weight={700} tone={INKS[kind]}>
            {number}
          </Label>
        </g>
      ))}
      {drawing.ticks.map(({ x, label }) => (
        <g key={label}>
          <path d={`M${x} ${bottom}v5`} stroke={colour('rule2')} />
          <Label x={x} y={bottom + 19} anchor="middle" size={12} tone="ink2">
            {label}
          </Label>
        </g>
      ))}
    </svg>
  )
}
