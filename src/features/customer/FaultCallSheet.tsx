'use client'
import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { FAULT_CALL, type FaultAnswers } from '@/core/handover/faultCall'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { CallPictures } from './CallPictures'
import { FaultQuestionRow } from './FaultQuestionRow'
import { useFaultCall } from './useFaultCall'

/** Something is wrong: the questions a practitioner asks on the telephone, what to do at once, and the way to the crew. */
export function FaultCallSheet({ token }: { token: string }) {
  const [open, setOpen] = useState(false)
  return (
    <TitledSheet title="Something is wrong">
      <Box px="16px" pb="14px">
        {open ? (
          <FaultCall token={token} />
        ) : (
          <>
            <Text mb="10px">
              If metal tingles or gives shocks, touch nothing metal and call the network operator first.
            </Text>
            <Button variant="act" size="lg" onClick={() => setOpen(true)}>
              Tell the crew
            </Button>
          </>
        )}
      </Box>
    </TitledSheet>
  )
}

function FaultCall({ token }: { token: string }) {
  const [answers, setAnswers] = useState<FaultAnswers>({})
  const { answersSent, pictures, setPictures, sending, sendCall } = useFaultCall(token)
  const given = Object.values(answers).some((answer) => answer?.trim())
  if (sending.state === 'sent')
    return (
      <Notice kind="info">
        The crew has it{pictures.length > 0 ? ', with what you photographed' : ''}. Whatever was said above still counts
        until they come. In danger do not wait for an answer: call the network operator.
      </Notice>
    )
  return (
    <>
      {!answersSent &&
        FAULT_CALL.map((question) => (
          <FaultQuestionRow
            key={question.key}
            question={question}
            answer={answers[question.key] ?? ''}
            give={(answer) => setAnswers({ ...answers, [question.key]: answer })}
          />
        ))}
      <CallPictures pictures={pictures} change={setPictures} />
      {sending.state === 'failed' && (
        <Notice kind="error">
          {answersSent && 'The crew has your answers, and a picture did not go. '}
          {sending.message}
        </Notice>
      )}
      <Button
        mt="12px"
        variant="act"
        size="lg"
        disabled={!given || sending.state === 'sending'}
        onClick={() => void sendCall(answers)}
      >
        {sending.state === 'sending' ? 'Sending…' : answersSent ? 'Send the rest' : 'Send it to the crew'}
      </Button>
    </>
  )
}
