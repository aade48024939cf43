'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { BLOCKED_WORDS, type SurveyPart, type Unknown } from '@/core/plan/surveyChecklist'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'

/** What is still unknown, the heaviest first; each line leads to where it is answered. */
export function UnknownsSheet({ unknowns, here }: { unknowns: readonly Unknown[]; here: SurveyPart }) {
  const { goTo } = useJob()
  return (
    <TitledSheet
      title="Still unknown"
      note={unknowns.length > 0 ? `${unknowns.length}, in the order of what they hold up` : undefined}
    >
      {unknowns.length === 0 && (
        <EmptyState title="Nothing that the plan waits for">What makers declare is asked for under Sources.</EmptyState>
      )}
      {unknowns.map(({ key, question, blocks, why, part }) => (
        <Flex
          key={key}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          py="6px"
          gap="10px"
          align="center"
          fontSize="14px"
        >
          <Text
            w="118px"
            flex="none"
            color={blocks === 'safety' ? 'stop' : 'ink2'}
            fontWeight={blocks === 'safety' ? '600' : '400'}
            lineHeight="1.25"
          >
            {BLOCKED_WORDS[blocks]}
          </Text>
          <Box flex="1" minW="0">
            <Text overflowWrap="anywhere">{question}</Text>
            <Text fontSize="13px" color="ink2">
              {why}
            </Text>
          </Box>
          {part !== here && (
            <Button
              variant="bare"
              size="sm"
              fontSize="13px"
              onClick={() => goTo('survey', null, part)}
              aria-label={`Answer: ${question}`}
            >
              answer
            </Button>
          )}
        </Flex>
      ))}
    </TitledSheet>
  )
}
