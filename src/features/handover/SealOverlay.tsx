'use client'
import { Text } from '@chakra-ui/react'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { useJob, useOnDevice } from '../job/JobContext'
import { SealButton } from './SealButton'
import { SealingList } from './SealingList'

/** Asks once more before everything is sealed, with what the pack will say openly. */
export function SealOverlay({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { bench } = useJob()
  const { outboxState } = useOnDevice()
  const waiting = outboxState.entries.length
  return (
    <Overlay title="Seal the pack" open={open} onClose={onClose}>
      <Text>
        Everything as it stands now goes into one file with a signature. Later readings make a new pack; this one stays
        as it was.
      </Text>
      <SealingList />
      {bench.holdLine.step !== null && (
        <Notice kind="caution" mt="3">
          {bench.holdLine.sentence} The pack says so.
        </Notice>
      )}
      {waiting > 0 && (
        <Notice kind="error" mt="3">
          {waiting} entr{waiting === 1 ? 'y has' : 'ies have'} not reached the server from this device and would be
          missing. Send them first.
        </Notice>
      )}
      <SealButton onDone={onClose} disabled={waiting > 0} />
    </Overlay>
  )
}
