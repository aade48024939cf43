'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Reading } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { useJob } from './JobContext'
import { slotLabel, valueText } from './readingText'

/** Undo is a correction too: the last entry is taken back with a reason, and both rows stay. */
export function TakeBack({ reading, open, onClose }: { reading: Reading | null; open: boolean; onClose: () => void }) {
  const { bench, withdraw, may } = useJob()
  const [reason, setReason] = useState('')
  const point = bench.points.find(({ key }) => key === reading?.pointKey)
  const done = () => {
    setReason('')
    onClose()
  }
  return (
    <Overlay title="Take back the last entry" open={open} onClose={done}>
      {!reading || !may('recordReadings') ? (
        <Text>There is no entry of this job that you may take back.</Text>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            if (reason.trim()) void withdraw(reading, reason.trim()).then(done)
          }}
        >
          <Text mb="3">
            {point?.label ?? reading.pointKey}: {slotLabel(point, reading.slot)} <Box as="b">{valueText(reading)}</Box>.
            It stays on record, struck through, with your reason.
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
            <Button onClick={done}>Leave it</Button>
          </Flex>
        </form>
      )}
    </Overlay>
  )
}
