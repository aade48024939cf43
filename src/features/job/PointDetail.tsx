'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { Point, Slot } from '@/core/evidence/point'
import { spokenPath } from '@/core/evidence/quickLine'
import { latestBySlot } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { AddPicture } from './AddPicture'
import { useJob } from './JobContext'
import { valueText } from './readingText'

/** What a point asks for, what is there, and the limit it is held against with its basis. */
export function PointDetail({ point, large = false }: { point: Point; large?: boolean }) {
  const { bench, may } = useJob()
  const judgement = bench.judgements.get(point.key)
  const latest = latestBySlot(bench.context.readings, point.key)
  return (
    <Box fontSize={large ? '16px' : '14px'}>
      <Text color="ink2" mb="8px">
        {latest.size === 0 ? point.why : judgement?.why}
      </Text>
      {may('recordReadings') && (
        <Box display="grid" gap="8px">
          {point.slots.map((slot) => (
            <SlotRow
              key={slot.id}
              point={point}
              slot={slot}
              value={latest.get(slot.id) ? valueText(latest.get(slot.id)!) : null}
              large={large}
            />
          ))}
        </Box>
      )}
      {judgement?.limit && (
        <Text mt="8px" color="ink2">
          <b>Limit</b> {judgement.limit}
        </Text>
      )}
      {judgement?.basis && (
        <Text color="ink3" fontSize="13px">
          {judgement.basis}{' '}
          <Box as="span" fontFamily="mono">
            {judgement.code}
          </Box>
        </Text>
      )}
    </Box>
  )
}

function SlotRow({ point, slot, value, large }: { point: Point; slot: Slot; value: string | null; large: boolean }) {
  const { offer, propose, goTo } = useJob()
  const words = slot.input.kind === 'word' ? Object.keys(slot.input.words) : []
  const size = large ? 'md' : 'sm'
  return (
    <Flex align="center" gap="8px" wrap="wrap">
      <Box flex="1" minW="120px">
        <Box color="ink2">{slot.label}</Box>
      </Box>
      {value !== null && (
        <Box fontWeight="600" fontSize={large ? '20px' : '16px'} overflowWrap="anywhere">
          {value}
        </Box>
      )}
      {words.map((word) => (
        <Button
          key={word}
          size={size}
          variant={value === word ? 'chosen' : 'quiet'}
          aria-pressed={value === word}
          onClick={() => void offer({ point, slot }, { kind: 'word', word })}
        >
          {word}
        </Button>
      ))}
      {(slot.input.kind === 'quantity' || slot.input.kind === 'text') && (
        <Button
          size={size}
          onClick={() => propose(`${spokenPath({ point, slot })} `)}
          aria-label={`Type ${slot.label}`}
        >
          {value === null ? 'Type' : 'Again'}
        </Button>
      )}
      {slot.input.kind === 'attached' &&
        (slot.id === 'picture' ? (
          <AddPicture subject={point.subject} size={size} />
        ) : (
          <Button size={size} onClick={() => goTo('outage', point.key)}>
            Add the file on the bench
          </Button>
        ))}
    </Flex>
  )
}
