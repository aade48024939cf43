'use client'
import { gapEntry } from '@/core/outage/recordingGap'
import { RECORDING_SLOT } from '@/core/evidence/families/outageGap'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { judgeWith } from '@/core/evidence/judge'
import type { Point } from '@/core/evidence/point'
import type { Reading } from '@/core/evidence/reading'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'
import type { RecordingState } from './useAnalysis'
import { withinSentence } from '@/core/withinSentence'

const UPLOAD_MAX_BYTES = 24 * 1024 * 1024

/** A picked recording becomes evidence only by this button, and only once the hold is released. */
export function StoreRecording({
  state,
  point,
  released,
  onStored,
}: {
  state: Extract<RecordingState, { kind: 'ready' }>
  point: Point
  released: boolean
  onStored: () => void
}) {
  const { keep, record, actor } = useJob()
  const [error, setError] = useState<string | null>(null)
  const {
    files,
    lostThroughout,
    wave: { analysis },
  } = state
  const isKnownAlone = lostThroughout.length === 0
  const bytes = (files ?? []).reduce((sum, { size }) => sum + size, 0)
  const store = async () => {
    if (bytes > UPLOAD_MAX_BYTES)
      return setError('Larger than 24 MB. Save what is shown around the outage, and add that.')
    const id = uuidv7()
    const reading: Reading = {
      id,
      jobId: record.installation.jobId,
      pointKey: point.key,
      slot: RECORDING_SLOT,
      ...gapEntry(analysis.gap),
      digits: null,
      unit: 'ms',
      detail: { ...analysis, files: (files ?? []).map(({ name }) => name) },
      instrumentId: null,
      recordedBy: actor.userId,
      recordedByName: actor.name,
      recordedAt: new Date().toISOString(),
      receivedAt: null,
      supersedes: null,
      supersedeReason: null,
      shownVerdict: 'open',
    }
    const { verdict } = judgeWith(record, point, reading)
    await keep(
      'addRecording',
      { reading: { ...reading, shownVerdict: verdict } },
      { id, at: reading.recordedAt, files: (files ?? []).map((file) => ({ name: file.name, blob: file })) },
    )
    onStored()
  }
  return (
    <Flex
      align="center"
      gap="12px"
      px="14px"
      py="10px"
      bg="emberSoft"
      borderTopWidth="1px"
      borderColor="rule"
      wrap="wrap"
    >
      <Box flex="1" minW="200px" fontSize="14px">
        {!isKnownAlone ? (
          <chakra.span color="stop" fontWeight="600">
            A look only: {lostThroughout.join(', ')} had no voltage in all of this part, and by itself it could not tell
            that from a lead that hangs free. Keep the part in which it was lost.
          </chakra.span>
        ) : released ? (
          <>Read in {Math.round(state.tookMs)} ms. Not evidence yet.</>
        ) : (
          <chakra.span color="stop" fontWeight="600">
            A look only: the outage with loads is still held, so this cannot be evidence.
          </chakra.span>
        )}
        {error && (
          <Text role="alert" color="stop">
            {error}
          </Text>
        )}
      </Box>
      <Button onClick={onStored}>Put it away</Button>
      <Button variant="act" disabled={!released || !isKnownAlone} onClick={() => void store()}>
        Store as evidence: {withinSentence(point.label)}
      </Button>
    </Flex>
  )
}
