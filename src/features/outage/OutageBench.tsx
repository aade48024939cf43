'use client'
import { THE_JOB } from '@/core/evidence/family'
import { RECORDING_SLOT, leavingGap, returnGap } from '@/core/evidence/families/outageGap'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { judgeWith } from '@/core/evidence/judge'
import type { Point } from '@/core/evidence/point'
import type { Reading } from '@/core/evidence/reading'
import { RIDE_THROUGH_WORDS } from '@/core/outage/rideThrough'
import { formatDuration, formatNumber } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Figure, Figures } from '@/ui/Figure'
import { Notice } from '@/ui/Notice'
import { Sheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { BenchHead } from '../job/BenchHead'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { HoldsSheet } from './HoldsSheet'
import { type RecordingState, useRecording } from './useRecording'
import { WaveChart } from './WaveChart'

const LEAVING = leavingGap.key(THE_JOB)
const RETURN = returnGap.key(THE_JOB)
const STEPS = [
  [LEAVING, 'Leaving'],
  [RETURN, 'Return'],
] as const
const UPLOAD_MAX_BYTES = 24 * 1024 * 1024

/** Outage: the wave first, what it is held against, then the hold points and what stayed on. */
export function OutageBench() {
  const { bench, at } = useJob()
  const [chosen, setChosen] = useState<string>(at === RETURN ? at : LEAVING)
  const pointKey = at === LEAVING || at === RETURN ? at : chosen
  const held = bench.holds.find(({ released }) => !released)
  const gap = bench.judgements.get(LEAVING)
  return (
    <>
      <BenchHead
        title={
          gap?.value
            ? `The gap: ${gap.value}`
            : held?.step.id === 'handover'
              ? 'Ready to cut the supply'
              : held
                ? `${held.step.label} is held`
                : 'The outage'
        }
        note={
          gap?.value
            ? undefined
            : held && held.step.id !== 'handover'
              ? 'nothing goes live before its hold points hold'
              : undefined
        }
      />
      {held && held.step.id !== 'handover' && <HoldsSheet state={held} />}
      <RecordingSheet key={pointKey} pointKey={pointKey} onChoose={setChosen} />
      <PointList points={bench.points.filter(({ stage }) => stage === 'outage')} />
      {bench.holds
        .filter(({ step }) => step !== held?.step || held.step.id === 'handover')
        .map((state) => (
          <HoldsSheet key={state.step.id} state={state} />
        ))}
    </>
  )
}

function RecordingSheet({ pointKey, onChoose }: { pointKey: string; onChoose: (key: string) => void }) {
  const { bench, select, may, at } = useJob()
  const { state, pick, showStored } = useRecording(pointKey)
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
        {state.kind === 'empty' && (
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
        {state.kind === 'failed' && (
          <Notice
            kind="error"
            mx="12px"
            mb="12px"
            action={
              <Button size="sm" onClick={showStored}>
                Close
              </Button>
            }
          >
            {state.message}
          </Notice>
        )}
        {state.kind === 'ready' && (
          <>
            <WaveChart key={state.names + String(state.files)} wave={state.wave} title={point?.label ?? ''} />
            <WaveFigures state={state} pointKey={pointKey} />
            {state.files && point && (
              <StoreRecording state={state} point={point} released={released} onStored={showStored} />
            )}
          </>
        )}
      </Sheet>
    </Box>
  )
}

function describe(state: RecordingState): string {
  if (state.kind !== 'ready') return ''
  const { analysis, startedAt } = state.wave
  const grade = analysis.sampleRateHz >= 2000 ? 'grade A' : 'too slow for grade A'
  return [
    state.names,
    `${formatNumber(analysis.sampleRateHz / 1000, 4)} kS/s, ${grade}`,
    startedAt ? `recorder’s clock ${startedAt}` : null,
  ]
    .filter(Boolean)
    .join(' · ')
}

function WaveFigures({ state, pointKey }: { state: Extract<RecordingState, { kind: 'ready' }>; pointKey: string }) {
  const { bench } = useJob()
  const { analysis } = state.wave
  const { gap } = analysis
  const promised = bench.context.installation.promises.find(({ kind }) => kind === 'gapClass')?.gapClass ?? null
  const stored = state.files === null ? bench.judgements.get(pointKey) : undefined
  const dips = Object.values(analysis.events)
    .flat()
    .filter(({ kind }) => kind === 'dip').length
  return (
    <Figures columns={4} borderWidth="0" borderTopWidth="1px" borderRadius="0">
      <Figure
        label={pointKey === LEAVING ? 'Gap' : 'Second gap'}
        value={gap ? formatDuration(gap.longestPhaseMs) : analysis.unfinished ? 'not over' : 'none'}
      >
        {stored ? (
          <>
            <VerdictWord verdict={stored.verdict} /> {stored.why}
          </>
        ) : gap ? (
          'longest phase'
        ) : analysis.unfinished ? (
          'the recording ends before the supply is back'
        ) : (
          `no voltage fell below 10 %${dips ? `; ${dips} dip${dips === 1 ? '' : 's'}` : ''}`
        )}
      </Figure>
      <Figure label="Class" value={gap ? RIDE_THROUGH_WORDS[gap.rideThroughClass] : '–'}>
        {promised ? `promised: ${RIDE_THROUGH_WORDS[promised]}` : 'no class was promised'}
      </Figure>
      <Figure label="Half-cycle figure" value={gap ? formatDuration(gap.halfCycleGapMs) : '–'}>
        what RMS alone would say
      </Figure>
      <Figure
        label="Before"
        value={
          analysis.rmsBeforeV[analysis.voltageIds[0] ?? ''] == null
            ? '–'
            : formatNumber(analysis.rmsBeforeV[analysis.voltageIds[0] ?? ''] ?? 0, 4)
        }
        unit="V"
      >
        {analysis.frequency.beforeHz === null ? 'frequency not read' : `${analysis.frequency.beforeHz.toFixed(2)} Hz`}
      </Figure>
    </Figures>
  )
}

/** A picked recording becomes evidence only by this button, and only once the hold is released. */
function StoreRecording({
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
    wave: { analysis },
  } = state
  const bytes = (files ?? []).reduce((sum, { size }) => sum + size, 0)
  const store = async () => {
    if (bytes > UPLOAD_MAX_BYTES) return setError('Larger than 24 MB. Cut it to the minutes around the outage.')
    const id = uuidv7()
    const reading: Reading = {
      id,
      jobId: record.installation.jobId,
      pointKey: point.key,
      slot: RECORDING_SLOT,
      valueNumber: analysis.gap?.longestPhaseMs ?? null,
      valueWord: analysis.gap ? null : 'no gap',
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
        {released ? (
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
      <Button variant="act" disabled={!released} onClick={() => void store()}>
        Store as evidence: {point.label.toLowerCase()}
      </Button>
    </Flex>
  )
}
