'use client'
import { returnOfTrace } from '@/core/outage/returnLane/returnLane'
import { ReturnLaneSheet } from './returnLane/ReturnLaneSheet'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useDeferredValue, useEffect, useRef, useState } from 'react'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Sheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { RecordingBar, pickedOf } from './RecordingBar'
import { FileRefused } from './FileRefused'
import { LongSheet } from './long/LongSheet'
import type { Long } from './long/useLong'
import type { RecordingState } from './useAnalysis'
import { useRecording } from './useRecording'
import { WaveChart } from './wave/WaveChart'
import { StoreRecording } from './StoreRecording'
import { WaveFigures } from './wave/WaveFigures'
import { WaveReadout } from './wave/WaveReadout'

/** The recording of one step of the outage: its file, its wave, and what was found in it. */
export function RecordingSheet({
  pointKey,
  long,
  onChoose,
}: {
  pointKey: string
  /** A long recording stays open from one step to the other: both may be in it. */
  long: Long
  onChoose: (key: string) => void
}) {
  const { bench, may, at } = useJob()
  const { state, pick, showStored } = useRecording(pointKey, long)
  // the wave first, and what was found in it as soon as it stands there
  const drawn = useDeferredValue(state)
  const [over, setOver] = useState(false)
  const point = bench.points.find(({ key }) => key === pointKey)
  const released = bench.holds.find(({ step }) => step.id === 'loadedIsland')?.released ?? false
  const sheet = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (at === pointKey) sheet.current?.scrollIntoView({ block: 'start' })
  }, [at, pointKey])
  return (
    <Box ref={sheet}>
      <Sheet
        as="section"
        aria-label="Recording"
        borderColor={over ? 'ember' : 'rule'}
        onDragOver={(event) => {
          event.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault()
          setOver(false)
          if (may('addRecording')) pick(pickedOf(event.dataTransfer.files))
        }}
      >
        <RecordingBar pointKey={pointKey} onChoose={onChoose} state={state} released={released} pick={pick} />
        <LongSheet long={long} />
        {state.kind === 'empty' && long.state === null && <NoRecordingYet />}
        {state.kind === 'reading' && <BeingRead names={state.names} onCancel={state.cancel} />}
        {state.kind === 'failed' && <FileRefused message={state.message} onClose={showStored} />}
        {state.kind === 'ready' && (
          <>
            <WaveChart key={state.names + String(state.files)} wave={state.wave} title={point?.label ?? ''} />
            {drawn === state && <WhatWasFound state={state} pointKey={pointKey} />}
            {drawn === state && state.files && point && (
              <StoreRecording state={state} point={point} released={released} onStored={showStored} />
            )}
          </>
        )}
      </Sheet>
    </Box>
  )
}

function NoRecordingYet() {
  return (
    <EmptyState title="No recording yet">
      Drop the recorder’s file here: COMTRADE (.cff, or .cfg with .dat) or CSV. It is read on this device; the gap is
      measured from the wave, not from anybody’s feeling.
    </EmptyState>
  )
}

function BeingRead({ names, onCancel }: { names: string; onCancel: () => void }) {
  return (
    <Flex role="status" align="center" gap="12px" px="14px" py="24px">
      <Text>Reading {names}…</Text>
      <Button size="sm" onClick={onCancel}>
        Cancel
      </Button>
    </Flex>
  )
}

/** Figures of the gap, the return's own lane, and everything else that the wave tells. */
function WhatWasFound({ state, pointKey }: { state: RecordingState & { kind: 'ready' }; pointKey: string }) {
  const { analysis } = state.wave
  return (
    <>
      <WaveFigures state={state} pointKey={pointKey} />
      {analysis.return && <ReturnLaneSheet lane={returnOfTrace(analysis.return)} nameOf={(tag) => tag} />}
      <WaveReadout analysis={analysis} />
    </>
  )
}
