'use client'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import { numberOrOpen } from '@/core/quantity/orOpen'
import type { OutputOf } from '@/server/useCases'
import { Button } from '@/ui/Button'
import { callUseCase, problemWords } from '../api'
import { useJob } from '../job/JobContext'
import { PracticeRow } from './PracticeRow'
import type { PracticeHouse } from './usePracticeHouse'

type Shown = OutputOf<'askInstrumentInHouse'>
type Question = Parameters<typeof callUseCase<'askInstrumentInHouse'>>[1]['question']

const QUESTIONS: readonly (readonly [Question, string])[] = [
  ['voltage', 'Voltage'],
  ['frequency', 'Frequency'],
  ['loop', 'Loop'],
  ['neutralEarth', 'Neutral to earth'],
  ['electrode', 'Electrode'],
  ['earthCurrent', 'Clamp on the earth conductor'],
]

/** What an instrument shows in the practice house as it stands, so that it can be typed where it belongs. */
export function Instruments({ house }: { house: PracticeHouse }) {
  const {
    record: {
      installation: { jobId },
    },
  } = useJob()
  const [shown, setShown] = useState<{ words: string; value: Shown } | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const ask = async (question: Question, words: string, subject: string | null) => {
    setFault(null)
    try {
      setShown({ words, value: await callUseCase('askInstrumentInHouse', { jobId, question, subject }) })
    } catch (error) {
      setFault(problemWords(error))
    }
  }
  return (
    <PracticeRow name="Instruments">
      {QUESTIONS.map(([question, words]) => (
        <Button key={question} size="sm" onClick={() => void ask(question, words, null)}>
          {words}
        </Button>
      ))}
      {house.residual.map(({ tag }) => (
        <Button key={tag} size="sm" onClick={() => void ask('residualTime', `Trip time of ${tag}`, tag)}>
          Trip time {tag}
        </Button>
      ))}
      {shown && (
        <Text role="status" aria-label="The instrument shows" fontWeight="600">
          {shown.words}:{' '}
          {shown.value.over ? 'over range, or no trip' : `${numberOrOpen(shown.value.value)} ${shown.value.unit}`}
        </Text>
      )}
      {fault !== null && <Text color="stop">{fault}</Text>}
    </PracticeRow>
  )
}
