import { Flex, Text } from '@chakra-ui/react'
import { useRef } from 'react'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'
import { PracticeCapture } from './PracticeCapture'
import type { RecordingState } from './useAnalysis'
import { LEAVING, RETURN } from './wave/WaveFigures'

const STEPS = [
  [LEAVING, 'Leaving'],
  [RETURN, 'Return'],
] as const

/** A recording is one file, or a configuration with its data. */
const MOST_FILES = 2
export const pickedOf = (list: FileList | null): File[] => [...(list ?? [])].slice(0, MOST_FILES)

const GRADE_A_FROM_HZ = 2000

function describe(state: RecordingState): string {
  if (state.kind !== 'ready') return ''
  const { analysis, startedAt } = state.wave
  const grade = analysis.sampleRateHz >= GRADE_A_FROM_HZ ? 'grade A' : 'too slow for grade A'
  return [
    state.names,
    `${formatNumber(analysis.sampleRateHz / 1000, 4)} kS/s, ${grade}`,
    startedAt ? `recorder’s clock ${startedAt.replace('T', ' ').replace(/\.\d+$/, '')}` : null,
  ]
    .filter(Boolean)
    .join(' · ')
}

function AddFile({ asked, pick }: { asked: boolean; pick: (files: readonly File[]) => void }) {
  const field = useRef<HTMLInputElement>(null)
  return (
    <>
      <input
        ref={field}
        type="file"
        hidden
        multiple
        accept=".csv,.cff,.cfg,.dat"
        aria-label="Recorder’s file"
        onChange={(event) => {
          pick(pickedOf(event.target.files))
          event.target.value = ''
        }}
      />
      <Button size="sm" variant={asked ? 'act' : 'quiet'} onClick={() => field.current?.click()}>
        Add the recorder’s file
      </Button>
    </>
  )
}

/** Which step is looked at, what its recording is, and where the next one comes from: a file, or the house to practise on. */
export function RecordingBar({
  pointKey,
  onChoose,
  state,
  released,
  pick,
}: {
  pointKey: string
  onChoose: (key: string) => void
  state: RecordingState
  /** The outage may be made: its recording is what is asked for next. */
  released: boolean
  pick: (files: readonly File[]) => void
}) {
  const { select, may } = useJob()
  return (
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
      {may('addRecording') && (
        <>
          <PracticeCapture event={pointKey === RETURN ? 'returned' : 'left'} take={pick} />
          <AddFile asked={state.kind === 'empty' && released} pick={pick} />
        </>
      )}
    </Flex>
  )
}
