import { Box, Flex, Text, Textarea } from '@chakra-ui/react'
import { type FaultQuestion, MOST_FAULT_WORDS } from '@/core/handover/faultCall'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'

/** One question with its answers, and what to do at once for the one that was given. */
export function FaultQuestionRow({
  question: { question, answers },
  answer,
  give,
}: {
  question: FaultQuestion
  answer: string
  give: (answer: string) => void
}) {
  const advice = answers?.[answer]?.advice ?? null
  return (
    <Box borderTopWidth="1px" borderColor="rule" py="10px" role="group" aria-label={question}>
      <Text fontWeight="600" mb="6px">
        {question}
      </Text>
      {answers ? (
        <Flex gap="8px" wrap="wrap">
          {Object.entries(answers).map(([key, { words }]) => (
            <Button
              key={key}
              variant={answer === key ? 'chosen' : 'quiet'}
              aria-pressed={answer === key}
              onClick={() => give(answer === key ? '' : key)}
            >
              {words}
            </Button>
          ))}
        </Flex>
      ) : (
        <Textarea
          value={answer}
          maxLength={MOST_FAULT_WORDS}
          rows={3}
          aria-label={question}
          onChange={(event) => give(event.target.value)}
        />
      )}
      {advice && (
        <Notice kind="caution" mt="8px" role="status">
          {advice}
        </Notice>
      )}
    </Box>
  )
}
