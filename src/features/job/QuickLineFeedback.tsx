'use client'
import { Box, Flex } from '@chakra-ui/react'
import { VerdictWord } from '@/ui/VerdictWord'
import type { Feedback } from './useQuickLine'

function FeedbackText({ feedback }: { feedback: Feedback }) {
  switch (feedback.kind) {
    case 'none':
      return null
    case 'hint':
      return (
        <Box as="span" color="ink2">
          {feedback.text}
        </Box>
      )
    case 'error':
      return (
        <Box as="span" color="stop" fontWeight="600">
          {feedback.text}
        </Box>
      )
    case 'ask':
      return (
        <Box as="span" color="watch" fontWeight="600">
          {feedback.text}
        </Box>
      )
    case 'verdict':
      return (
        <Flex as="span" align="center" gap="8px" color="ink2" minW="0">
          <VerdictWord verdict={feedback.judgement.soFar ?? feedback.judgement.verdict} />
          <Box as="span" lineClamp="2">
            <b>{feedback.target.point.label}</b>
            {feedback.with ? `, with ${feedback.with}` : ''}
            {feedback.judgement.soFar ? ', as far as it is there' : ''}: {feedback.judgement.why}
          </Box>
        </Flex>
      )
    case 'stored':
      return (
        <Flex as="span" align="center" gap="8px" color="ink2">
          <Box as="span" fontWeight="600" color="ink">
            Stored: {feedback.text}
          </Box>
          <VerdictWord verdict={feedback.judgement.verdict} />
        </Flex>
      )
  }
}

/** What the line makes of what is typed: a hint, what is wrong, what to confirm, the verdict so far, or that it was stored. */
export function QuickLineFeedback({ id, feedback, allowed }: { id: string; feedback: Feedback; allowed: boolean }) {
  return (
    <Box id={id} role="status" aria-live="polite" minH="22px" px="2px" pb="3px" fontSize="14px" lineHeight="1.35">
      <FeedbackText feedback={feedback} />
      {feedback.kind === 'none' && (
        <Box as="span" color="ink3" hideBelow="lg">
          {allowed
            ? 'Type a reading: point, value, Enter. Street or island decides which test is meant.'
            : 'Your role reads here; a lead or a hand records.'}
        </Box>
      )}
    </Box>
  )
}
