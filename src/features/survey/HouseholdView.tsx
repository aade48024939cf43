'use client'
import { useAttempt } from '../useAttempt'
import { firstWordSchema } from '@/schemas/firstWord'
import { typedFields } from '../forms/typedFields'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import {
  FIRST_WORDS,
  FIRST_WORD_TEXT,
  HOUSEHOLD_PICTURES,
  HOUSEHOLD_QUESTIONS,
  firstWordDraft,
} from '@/core/plan/household'
import { unknownsOf } from '@/core/plan/surveyChecklist'
import { AskFirst } from '@/ui/AskFirst'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { useNow } from '@/ui/useNow'
import { useTimes } from '@/ui/useTimes'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { ShownLink } from '../ShownLink'
import { usePlan } from '../plan/usePlan'
import { Pictures } from './Pictures'

/** The household's link, what it sent, and the first word it gets once the office has confirmed it. */
export function HouseholdView() {
  const {
    view: { household },
    record: { installation, attachments },
    may,
    refresh,
  } = useJob()
  const plan = usePlan()
  const now = useNow(60_000)
  const { dayOf } = useTimes()
  const [made, setMade] = useState<{ address: string; expiresAt: string } | null>(null)
  const { attempt, failure } = useAttempt()
  const [wording, setWording] = useState(false)
  const { jobId } = installation
  const draft = firstWordDraft(plan, unknownsOf(installation), installation)
  const pictures = HOUSEHOLD_PICTURES.map(({ key, label }) => ({
    label,
    subject: `household.${key}`,
    count: attachments.filter(({ subject }) => subject === `household.${key}`).length,
  }))
  const edit = may('makeHouseholdLink')
  return (
    <>
      <TitledSheet
        title="Link for the household"
        actions={
          edit && (
            <Button
              size="sm"
              onClick={() =>
                void attempt(async () => {
                  const { token, expiresAt } = await callUseCase('makeHouseholdLink', { jobId, days: 30 })
                  setMade({ address: `${window.location.origin}/h/${token}`, expiresAt })
                })
              }
            >
              Make a link
            </Button>
          )
        }
      >
        {failure && (
          <Notice kind="error" mx="14px" mb="8px">
            {failure}
          </Notice>
        )}
        {made && (
          <Notice kind="info" mx="14px" mb="8px">
            <Text>It is shown once. Send it to the household; it works until {dayOf(made.expiresAt)}.</Text>
          </Notice>
        )}
        {made && (
          <Box px="14px" pb="10px">
            <ShownLink url={made.address} testId="household-link" />
          </Box>
        )}
        {household.links.length === 0 && !made && (
          <EmptyState title="No link yet">
            The household opens it on a phone, sends pictures of board, fuse, meter and plates, and answers plain
            questions. It sees nothing of the job but its name and the first word.
          </EmptyState>
        )}
        {household.links.map(({ id, createdAt, expiresAt, withdrawnAt, openedAt }) => (
          <Flex
            key={id}
            borderTopWidth="1px"
            borderColor="rule"
            px="14px"
            py="6px"
            gap="12px"
            align="center"
            fontSize="14px"
          >
            <Text flex="1">
              made {dayOf(createdAt)},{' '}
              {withdrawnAt
                ? 'withdrawn'
                : Date.parse(expiresAt) < now
                  ? 'has run out'
                  : `works until ${dayOf(expiresAt)}`}
              , {openedAt ? `opened ${dayOf(openedAt)}` : 'not opened yet'}
            </Text>
            {edit && !withdrawnAt && (
              <AskFirst
                label="Withdraw"
                question="The link stops working at once, and what the household has not sent yet cannot be sent over it any more."
                confirm="Withdraw the link"
                onConfirm={() => void attempt(() => callUseCase('withdrawHouseholdLink', { jobId, linkId: id }))}
              />
            )}
          </Flex>
        ))}
      </TitledSheet>
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
          {household.firstWord ? (
            <Text>
              <chakra.span fontWeight="600">{FIRST_WORD_TEXT[household.firstWord.word]}</chakra.span>{' '}
              {household.firstWord.because}{' '}
              <chakra.span color="ink2">
                The household sees this{household.firstWord.at ? ` since ${dayOf(household.firstWord.at)}` : ''}.
              </chakra.span>
            </Text>
          ) : (
            <Text color="ink2">
              The household sees none yet. The figures so far say:{' '}
              <chakra.span color="ink">
                {FIRST_WORD_TEXT[draft.word]} {draft.because}
              </chakra.span>
            </Text>
          )}
        </Box>
      </TitledSheet>
      <TitledSheet title="What the household said">
        {household.answers.length === 0 && pictures.every(({ count }) => count === 0) && (
          <EmptyState title="Nothing yet" />
        )}
        {HOUSEHOLD_QUESTIONS.map(({ key, question, options }) => {
          const answer = household.answers.find((one) => one.question === key)
          return (
            answer && (
              <Flex
                key={key}
                borderTopWidth="1px"
                borderColor="rule"
                px="14px"
                py="6px"
                gap="12px"
                fontSize="14px"
                wrap={{ base: 'wrap', md: 'nowrap' }}
              >
                <Text color="ink2" flex="1" minW="180px">
                  {question}
                </Text>
                <Text
                  flex="1"
                  minW="140px"
                  overflowWrap="anywhere"
                  fontWeight={key === 'medical' && answer.answer !== 'no' ? '600' : '400'}
                  color={key === 'medical' && answer.answer !== 'no' ? 'stop' : undefined}
                >
                  {options?.[answer.answer] ?? answer.answer}
                </Text>
              </Flex>
            )
          )
        })}
        {pictures
          .filter(({ count }) => count > 0)
          .map(({ label, subject }) => (
            <Box key={subject} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
              <Text color="ink2">{label}</Text>
              <Pictures subject={subject} label={label} />
            </Box>
          ))}
      </TitledSheet>
      <Overlay title="First word to the household" open={wording} onClose={() => setWording(false)} wide>
        <Text color="ink2" fontSize="14px" mb="10px">
          Honest and in plain words. The figures so far say: {FIRST_WORD_TEXT[draft.word]} {draft.because}
        </Text>
        <SpecForm
          specs={[
            {
              name: 'word',
              label: 'First word',
              kind: 'choice',
              options: Object.fromEntries(FIRST_WORDS.map((word) => [word, FIRST_WORD_TEXT[word]])),
            },
            { name: 'because', label: 'Because', kind: 'text' },
          ]}
          initial={household.firstWord ?? draft}
          submitLabel="Confirm and show it"
          save={async (fields) => {
            await callUseCase('confirmFirstWord', { jobId, ...typedFields(firstWordSchema, fields) })
            await refresh()
            setWording(false)
          }}
        />
      </Overlay>
    </>
  )
}
