'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Reading } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { useJob } from '../JobContext'
import { slotLabel, valueText } from '../readingText'

/** A reading is taken back by a correction: with a reason, and both rows stay. */
export function TakeBackReading({ reading, onDone }: { reading: Reading; onDone: () => void }) {
  const { bench, withdraw } = useJob()
  const [reason, setReason] = useState('')
  const point = bench.points.find(({ key }) => key === reading.pointKey)
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        if (reason.trim()) void withdraw(reading, reason.trim()).then(onDone)
      }}
    >
      <Text mb="3">
        {point?.label ?? reading.pointKey}: {slotLabel(point, reading.slot)} <Box as="b">{valueText(reading)}</Box>. It
        stays on record, struck through, with your reason.
      </Text>
      <Input
        aria-label="Reason for taking it back"
        placeholder="Why? e.g. typed on the wrong circuit"
        value={reason}
        maxLength={200}
        onChange={(event) => setReason(event.target.value)}
        autoFocus
      />
      <Flex gap="2" mt="4">
        <Button type="submit" variant="act" disabled={reason.trim() === ''}>
          Take back
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </Flex>
    </form>
  )
}
