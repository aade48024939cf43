'use client'
import { Box, Field, Flex, Heading, Text, Textarea, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { HOUSEHOLD_QUESTIONS, type HouseholdQuestion } from '@/core/plan/household'
import type { HouseholdView } from '@/server/household'
import { Button } from '@/ui/Button'
import { Mark } from '@/ui/Mark'
import { Notice } from '@/ui/Notice'
import { Sheet } from '@/ui/Sheet'
import { ApiProblem } from '../api'
import { PicturesPart } from './PicturesPart'
import { sendFromHousehold } from './sendFromHousehold'

/** What the household sees on its phone: the first word once there is one, pictures to send, and plain questions. */
export function HouseholdPage({ view, token }: { view: HouseholdView; token: string }) {
  return (
    <chakra.main display="block" maxW="640px" mx="auto" px="16px" py="18px">
      <Flex align="center" gap="8px" color="ink2" mb="14px">
        <Mark />
        <Text>{view.crewName}</Text>
      </Flex>
      <Heading as="h1" fontSize="28px" lineHeight="1.15">
        Before we come to {view.jobName}
      </Heading>
      <Text mt="6px" color="ink2">
        A few pictures and answers help us tell you honestly what a battery backup can do for your house. It takes ten
        minutes. You can come back to this page.
      </Text>
      {view.firstWord && (
        <Sheet mt="16px" p="16px" borderLeftWidth="4px" borderLeftColor="ember">
          <Text fontSize="13px" color="ink2">
            Our first word
          </Text>
          <Text fontSize="22px" fontWeight="600" lineHeight="1.25">
            {view.firstWord.text}
          </Text>
          <Text mt="4px">{view.firstWord.because}</Text>
          <Text mt="6px" fontSize="13px" color="ink2">
            A first word, not a promise. What we promise is written down after the plan, and shown on the day.
          </Text>
        </Sheet>
      )}
      <Notice kind="caution" mt="16px">
        Open lids only, never covers held by screws. Do not pull fuses or touch seals. If anything buzzes, smells or is
        warm, leave it and call us.
      </Notice>
      <PicturesPart token={token} sent={view.pictures} />
      <AnswersPart token={token} answers={view.answers} />
      <Text mt="22px" fontSize="13px" color="ink2">
        Only {view.crewName} sees what you send. If somebody in the house depends on medical equipment, please also tell
        us by phone.
      </Text>
    </chakra.main>
  )
}

function AnswersPart({ token, answers }: { token: string; answers: Readonly<Record<string, string>> }) {
  const [given, setGiven] = useState<Readonly<Record<string, string>>>(answers)
  const [state, setState] = useState<{ kind: 'idle' | 'busy' | 'sent' } | { kind: 'failed'; message: string }>({
    kind: 'idle',
  })
  const set = (key: string, answer: string) => {
    setGiven((old) => ({ ...old, [key]: answer }))
    setState({ kind: 'idle' })
  }
  const submit = async () => {
    setState({ kind: 'busy' })
    try {
      await sendFromHousehold(`/api/household/${token}`, {
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          answers: Object.fromEntries(Object.entries(given).map(([key, answer]) => [key, answer.trim()])),
        }),
      })
      setState({ kind: 'sent' })
    } catch (error) {
      setState({
        kind: 'failed',
        message: error instanceof ApiProblem ? error.message : 'That did not work. Try again.',
      })
    }
  }
  return (
    <Sheet
      mt="16px"
      as="form"
      onSubmit={(event) => {
        event.preventDefault()
        void submit()
      }}
    >
      <Heading as="h2" fontSize="19px" px="16px" pt="12px" pb="6px">
        Questions
      </Heading>
      {HOUSEHOLD_QUESTIONS.map(({ key, question, options }) => (
        <Question
          key={key}
          question={question}
          options={options}
          answer={given[key] ?? ''}
          onAnswer={(answer) => set(key, answer)}
        />
      ))}
      {state.kind === 'failed' && (
        <Notice kind="error" mx="16px" my="8px">
          {state.message}
        </Notice>
      )}
      <Flex px="16px" py="14px" gap="12px" align="center" borderTopWidth="1px" borderColor="rule">
        <Button type="submit" variant="act" size="lg" disabled={state.kind === 'busy'}>
          {state.kind === 'busy' ? 'Sending…' : 'Send the answers'}
        </Button>
        {state.kind === 'sent' && (
          <Text role="status" fontWeight="600" color="proven">
            Sent. Thank you.
          </Text>
        )}
      </Flex>
    </Sheet>
  )
}

function Question({
  question,
  options,
  answer,
  onAnswer,
}: Pick<HouseholdQuestion, 'question' | 'options'> & { answer: string; onAnswer: (answer: string) => void }) {
  if (!options)
    return (
      <Field.Root px="16px" py="10px" borderTopWidth="1px" borderColor="rule">
        <Field.Label fontSize="16px" fontWeight="600">
          {question}
        </Field.Label>
        <Textarea rows={2} maxLength={600} value={answer} onChange={(event) => onAnswer(event.target.value)} />
      </Field.Root>
    )
  return (
    <Box as="fieldset" px="16px" py="10px" borderTopWidth="1px" borderColor="rule">
      <chakra.legend fontWeight="600" float="left" w="100%" pb="6px">
        {question}
      </chakra.legend>
      <Flex wrap="wrap" gap="8px" clear="both">
        {Object.entries(options).map(([value, words]) => (
          <chakra.label
            key={value}
            display="inline-flex"
            alignItems="center"
            gap="8px"
            minH="44px"
            px="12px"
            borderWidth="1px"
            borderColor={answer === value ? 'ember' : 'rule2'}
            bg={answer === value ? 'emberSoft' : 'transparent'}
            borderRadius="l1"
            cursor="pointer"
          >
            <chakra.input
              type="radio"
              name={question}
              value={value}
              checked={answer === value}
              onChange={() => onAnswer(value)}
              w="18px"
              h="18px"
              flex="none"
            />
            {words}
          </chakra.label>
        ))}
      </Flex>
    </Box>
  )
}
