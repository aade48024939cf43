'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { FIRST_WORDS, FIRST_WORD_TEXT, firstWordDraft } from '@/core/plan/household'
import { unknownsOf } from '@/core/plan/surveyChecklist'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { firstWordSchema } from '@/schemas/firstWord'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { useTimes } from '@/ui/useTimes'
import { callUseCase } from '../../api'
import { SpecForm } from '../../forms/SpecForm'
import { typedFields } from '../../forms/typedFields'
import { useJob } from '../../job/JobContext'
import { usePlan } from '../../plan/usePlan'

const FIELDS: readonly FieldSpec[] = [
  {
    name: 'word',
    label: 'First word',
    kind: 'choice',
    options: Object.fromEntries(FIRST_WORDS.map((word) => [word, FIRST_WORD_TEXT[word]])),
  },
  { name: 'because', label: 'Because', kind: 'text' },
]

type Draft = ReturnType<typeof firstWordDraft>

/** What the household is told, or what the figures so far would have it told. */
function FirstWordSoFar({ draft }: { draft: Draft }) {
  const {
    view: {
      household: { firstWord },
    },
  } = useJob()
  const { dayOf } = useTimes()
  if (!firstWord)
    return (
      <Text color="ink2">
        The household sees none yet. The figures so far say:{' '}
        <chakra.span color="ink">
          {FIRST_WORD_TEXT[draft.word]} {draft.because}
        </chakra.span>
      </Text>
    )
  return (
    <Text>
      <chakra.span fontWeight="600">{FIRST_WORD_TEXT[firstWord.word]}</chakra.span> {firstWord.because}{' '}
      <chakra.span color="ink2">
        The household sees this{firstWord.at ? ` since ${dayOf(firstWord.at)}` : ''}.
      </chakra.span>
    </Text>
  )
}

/** The first word that a household gets, once the office has confirmed it. */
export function FirstWord() {
  const {
    view: { household },
    record: { installation },
    may,
    refresh,
  } = useJob()
  const plan = usePlan()
  const [isWording, setWording] = useState(false)
  const draft = firstWordDraft(plan, unknownsOf(installation), installation)
  const confirm = async (fields: Record<string, unknown>) => {
    const { jobId } = installation
    await callUseCase('confirmFirstWord', { jobId, ...typedFields(firstWordSchema, fields) })
    await refresh()
    setWording(false)
  }
  return (
    <TitledSheet
      title="First word"
      actions={
        may('confirmFirstWord') && (
          <Button size="sm" variant={household.firstWord ? 'quiet' : 'act'} onClick={() => setWording(true)}>
            {household.firstWord ? 'Say it anew' : 'Confirm a first word'}
          </Button>
        )
      }
    >
      <Box px="14px" pb="10px" fontSize="14px">
        <FirstWordSoFar draft={draft} />
      </Box>
      <Overlay title="First word to the household" open={isWording} onClose={() => setWording(false)} wide>
        <Text color="ink2" fontSize="14px" mb="10px">
          Honest and in plain words. The figures so far say: {FIRST_WORD_TEXT[draft.word]} {draft.because}
        </Text>
        <SpecForm
          specs={FIELDS}
          initial={household.firstWord ?? draft}
          submitLabel="Confirm and show it"
          save={confirm}
        />
      </Overlay>
    </TitledSheet>
  )
}
