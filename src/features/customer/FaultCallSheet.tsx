'use client'
import { Box, Flex, Text, Textarea } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { FAULT_CALL, type FaultAnswers, type FaultQuestion, MOST_FAULT_WORDS } from '@/core/handover/faultCall'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'

type Sending = { state: 'asking' | 'sending' | 'sent' } | { state: 'failed'; message: string }

/** Something is wrong: the questions a practitioner asks on the telephone, what to do at once, and the way to the crew. */
export function FaultCallSheet({ token }: { token: string }) {
  const [open, setOpen] = useState(false)
  const [answers, setAnswers] = useState<FaultAnswers>({})
  const [sending, setSending] = useState<Sending>({ state: 'asking' })
  // one id for a call, so that a second press after a lost answer sends it once
  const id = useRef(uuidv7())
  const send = async () => {
    setSending({ state: 'sending' })
    const response = await fetch(`/api/customer/${token}/fault-call`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: id.current, answers }),
    }).catch(() => null)
    if (response?.ok) return setSending({ state: 'sent' })
    const { message } = ((await response?.json().catch(() => null)) ?? {
      message: 'There is no connection just now. What you answered is still here; try again, or telephone the crew.',
    }) as { message: string }
    setSending({ state: 'failed', message })
  }
  const given = Object.values(answers).some((answer) => answer?.trim())
  return (
    <TitledSheet title="Something is wrong">
      <Box px="16px" pb="14px">
        {!open && (
          <>
            <Text mb="10px">
              If metal tingles or gives shocks, touch nothing metal and call the network operator first.
            </Text>
            <Button variant="act" size="lg" onClick={() => setOpen(true)}>
              Tell the crew
            </Button>
          </>
        )}
        {open && sending.state !== 'sent' && (
          <>
            {FAULT_CALL.map((question) => (
              <Question
                key={question.key}
                question={question}
                answer={answers[question.key] ?? ''}
                give={(answer) => setAnswers({ ...answers, [question.key]: answer })}
              />
            ))}
            {sending.state === 'failed' && <Notice kind="error">{sending.message}</Notice>}
            <Button
              mt="12px"
              variant="act"
              size="lg"
              disabled={!given || sending.state === 'sending'}
              onClick={() => void send()}
            >
              {sending.state === 'sending' ? 'Sending…' : 'Send it to the crew'}
            </Button>
          </>
        )}
        {sending.state === 'sent' && (
          <Notice kind="info">
            The crew has it. Whatever was said above still counts until they come. In danger do not wait for an answer:
            call the network operator.
          </Notice>
        )}
      </Box>
    </TitledSheet>
  )
}

function Question({
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
