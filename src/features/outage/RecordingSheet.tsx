'use client'
import { returnOfTrace } from '@/core/outage/returnLane/returnLane'
import { ReturnLaneSheet } from './returnLane/ReturnLaneSheet'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useDeferredValue, useEffect, useRef, useState } from 'react'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Sheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { PracticeCapture } from './PracticeCapture'
import { FileRefused } from './FileRefused'
import { LongSheet } from './long/LongSheet'
import type { Long } from './long/useLong'
import { type RecordingState, useRecording } from './useRecording'
import { WaveChart } from './wave/WaveChart'
import { StoreRecording } from './StoreRecording'
import { LEAVING, RETURN, WaveFigures } from './wave/WaveFigures'
import { WaveReadout } from './wave/WaveReadout'

const STEPS = [
  [LEAVING, 'Leaving'],
  [RETURN, 'Return'],
] as const

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
  const { bench, select, may, at } = useJob()
  const { state, pick, showStored } = useRecording(pointKey, long)
  // the wave first, and what was found in it as soon as it stands there
  const drawn = useDeferredValue(state)
  const field = useRef<HTMLInputElement>(null)
  const [over, setOver] = useState(false)
  const point = bench.points.find(({ key }) => key === pointKey)
  const released = bench.holds.find(({ step }) => step.id === 'loadedIsland')?.released ?? false
  const mayAdd = may('addRecording')
  const sheet = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (at === pointKey) sheet.current?.scrollIntoView({ block: 'start' })
  }, [at, pointKey])
  const take = (list: FileList | null) => pick([...(list ?? [])].slice(0, 2))
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
          if (mayAdd) take(event.dataTransfer.files)
        }}
      >
        <Flex align="center" gap="8px" px="12px" py="8px" wrap="wrap">
          {STEPS.map(([key, words]) => (
            <Button
              key={key}
              size="sm"
              variant={key === pointKey ? 'chosen' : 'quiet'}
              aria-pressed={key === pointKey}
              onClick={() => {
                onChoose(key)
                select(key)
              }}
            >
              {words}
            </Button>
          ))}
          <Text color="ink2" fontSize="14px" flex="1" minW="120px" overflow="hidden" textOverflow="ellipsis">
            {describe(state)}
          </Text>
          {mayAdd && <PracticeCapture event={pointKey === RETURN ? 'returned' : 'left'} take={pick} />}
          {mayAdd && (
            <>
              <input
                ref={field}
                type="file"
                hidden
                multiple
                accept=".csv,.cff,.cfg,.dat"
                aria-label="Recorder’s file"
                onChange={(event) => {
                  take(event.target.files)
                  event.target.value = ''
                }}
              />
              <Button
                size="sm"
                variant={state.kind === 'empty' && released ? 'act' : 'quiet'}
                onClick={() => field.current?.click()}
              >
                Add the recorder’s file
              </Button>
            </>
          )}
        </Flex>
        <LongSheet long={long} />
        {state.kind === 'empty' && long.state === null && (
          <EmptyState title="No recording yet">
            Drop the recorder’s file here: COMTRADE (.cff, or .cfg with .dat) or CSV. It is read on this device; the gap
            is measured from the wave, not from anybody’s feeling.
          </EmptyState>
        )}
        {state.kind === 'reading' && (
          <Flex role="status" align="center" gap="12px" px="14px" py="24px">
            <Text>Reading {state.names}…</Text>
            <Button size="sm" onClick={state.cancel}>
              Cancel
            </Button>
          </Flex>
        )}
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

function describe(state: RecordingState): string {
  if (state.kind !== 'ready') return ''
  const { analysis, startedAt } = state.wave
  const grade = analysis.sampleRateHz >= 2000 ? 'grade A' : 'too slow for grade A'
  return [
    state.names,
    `${formatNumber(analysis.sampleRateHz / 1000, 4)} kS/s, ${grade}`,
    startedAt ? `recorder’s clock ${startedAt.replace('T', ' ').replace(/\.\d+$/, '')}` : null,
  ]
    .filter(Boolean)
    .join(' · ')
}
