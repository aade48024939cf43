'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { HOUSEHOLD_PICTURES, HOUSEHOLD_QUESTIONS } from '@/core/plan/household'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'
import { Pictures } from '../Pictures'

/** One question and what was said to it; medical equipment stands out. */
function AnswerRow({ question, answer, isGrave }: { question: string; answer: string; isGrave: boolean }) {
  return (
    <Flex
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
        fontWeight={isGrave ? '600' : '400'}
        color={isGrave ? 'stop' : undefined}
      >
        {answer}
      </Text>
    </Flex>
  )
}

/** Answers and pictures that a household sent over its link. */
export function HouseholdSaid() {
  const {
    view: {
      household: { answers },
    },
    record: { attachments },
  } = useJob()
  const answered = HOUSEHOLD_QUESTIONS.flatMap(({ key, question, options }) => {
    const given = answers.find((one) => one.question === key)?.answer
    if (given === undefined) return []
    return [{ key, question, answer: options?.[given] ?? given, isGrave: key === 'medical' && given !== 'no' }]
  })
  const pictures = HOUSEHOLD_PICTURES.map(({ key, label }) => ({ label, subject: `household.${key}` })).filter(
    (asked) => attachments.some(({ subject }) => subject === asked.subject),
  )
  return (
    <TitledSheet title="What the household said">
      {answers.length === 0 && pictures.length === 0 && <EmptyState title="Nothing yet" />}
      {answered.map(({ key, ...row }) => (
        <AnswerRow key={key} {...row} />
      ))}
      {pictures.map(({ label, subject }) => (
        <Box key={subject} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
          <Text color="ink2">{label}</Text>
          <Pictures subject={subject} label={label} />
        </Box>
      ))}
    </TitledSheet>
  )
}
