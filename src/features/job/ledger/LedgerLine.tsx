'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { memo, useState } from 'react'
import type { Point } from '@/core/evidence/point'
import { type Reading, WITHDRAWN, clockAheadOf } from '@/core/evidence/reading'
import type { Instrument } from '@/core/installation/installation'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { slotLabel, valueText } from '../readingText'
import { CorrectionForm } from './CorrectionForm'

/** What is wrong with the clock that a reading was made by, where something is. */
function clockWords(reading: Reading): string | null {
  const aheadS = clockAheadOf(reading)
  if (aheadS === 0) return null
  return `its device’s clock was ${formatDuration(Math.abs(aheadS) * 1000)} ${aheadS > 0 ? 'fast' : 'slow'}`
}

/** One reading: its value, who read it, when and with what, and the way to correct it. Those above and below stay as they are when one comes in. */
export const LedgerLine = memo(function LedgerLine({
  reading,
  point,
  isCorrected: gone,
  instrument,
  mayCorrect,
}: {
  reading: Reading
  point: Point | undefined
  isCorrected: boolean
  instrument: Instrument | undefined
  mayCorrect: boolean
}) {
  const { clock } = useTimes()
  const [correcting, setCorrecting] = useState(false)
  const slot = point?.slots.find(({ id }) => id === reading.slot)
  const correctable =
    !gone && reading.valueWord !== WITHDRAWN && slot !== undefined && slot.input.kind !== 'attached' && mayCorrect
  // a point with one thing to record needs no second name for it
  const alone = point?.slots.length === 1
  const facts = (
    <span
      title={
        reading.receivedAt === null
          ? 'not yet with the server'
          : `on this device ${reading.recordedAt}, with the server ${reading.receivedAt}`
      }
    >
      {[
        reading.recordedByName.split(' ')[0],
        clock(reading.recordedAt),
        instrument?.tag,
        reading.detail?.source === 'gateway'
          ? reading.detail.standIn === true
            ? 'from the practice house'
            : 'from the gateway'
          : null,
        reading.detail?.source === 'tester' ? 'from the tester’s memory' : null,
      ]
        .filter(Boolean)
        .join(' · ')}
      {clockWords(reading) && (
        <Box as="span" color="watch">
          {' '}
          · {clockWords(reading)}
        </Box>
      )}
      {reading.receivedAt === null && (
        <Box as="span" color="watch" fontWeight="600">
          {' '}
          · kept here, not sent
        </Box>
      )}
    </span>
  )
  const correct = correctable && (
    <Button
      variant="bare"
      size="sm"
      minH="24px"
      fontSize="12.5px"
      px="0"
      onClick={() => setCorrecting(!correcting)}
      aria-expanded={correcting}
    >
      correct
    </Button>
  )
  return (
    <Box py="3px" opacity={gone ? 0.75 : 1}>
      <Flex align="baseline" gap="8px">
        <Box flex="1" minW="0" fontSize="13px" color={alone ? 'ink3' : 'ink2'}>
          {alone ? facts : slotLabel(point, reading.slot)}
        </Box>
        <Box
          fontWeight="600"
          fontSize="17px"
          textDecoration={gone ? 'line-through' : undefined}
          overflowWrap="anywhere"
          textAlign="right"
        >
          {valueText(reading)}
        </Box>
        {alone && correct}
      </Flex>
      {!alone && (
        <Flex fontSize="12.5px" color="ink3" gap="6px" align="center" minH="22px">
          <Box flex="1" minW="0">
            {facts}
          </Box>
          {correct}
        </Flex>
      )}
      {reading.supersedeReason && (
        <Text fontSize="12.5px" color="ink2">
          corrects an earlier entry: “{reading.supersedeReason}”
        </Text>
      )}
      {correcting && slot && point && (
        <CorrectionForm reading={reading} point={point} slot={slot} onDone={() => setCorrecting(false)} />
      )}
    </Box>
  )
})
