'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { FAULT_CALL, type FaultUrgency, faultCallSubject, faultGuess, faultUrgency } from '@/core/handover/faultCall'
import type { JobView } from '@/server/useCases/jobs'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { useJob } from '../job/JobContext'
import { Pictures } from '../survey/Pictures'
import { useAttempt } from '../useAttempt'
import { OpenVisit } from './OpenVisit'

const URGENCY_WORDS: Readonly<Record<FaultUrgency, string>> = {
  danger: 'Danger: telephone them now',
  soon: 'Today',
  ordinary: 'In the ordinary course',
}

/** What the household said is wrong, over its link: each call until somebody says what came of it. */
export function FaultCallsSheet() {
  const { view } = useJob()
  const { faultCalls } = view
  if (faultCalls.length === 0) return null
  const waiting = faultCalls.filter(({ taken }) => taken.length === 0).length
  return (
    <TitledSheet title="Calls from the household" note={waiting === 0 ? 'all answered' : `${waiting} not taken up yet`}>
      {faultCalls.map((call) => (
        <Call key={call.id} call={call} />
      ))}
    </TitledSheet>
  )
}

function Call({ call }: { call: JobView['faultCalls'][number] }) {
  const { clock } = useTimes()
  const { record, refresh, may } = useJob()
  const { attempt, failure, busy } = useAttempt()
  const [note, setNote] = useState('')
  const [visiting, setVisiting] = useState(false)
  const urgency = faultUrgency(call.answers)
  const answer = () =>
    attempt(async () => {
      await callUseCase('answerFaultCall', {
        id: uuidv7(),
        jobId: record.installation.jobId,
        callId: call.id,
        note: note.trim(),
      })
      setNote('')
      await refresh()
    })
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="9px" fontSize="14px" data-call={call.id}>
      <Flex gap="12px" wrap="wrap" align="baseline">
        <Text fontWeight="600" color={urgency === 'danger' && call.taken.length === 0 ? 'stop' : undefined}>
          {URGENCY_WORDS[urgency]}
        </Text>
        <Text color="ink2">called {clock(call.calledAt)}</Text>
      </Flex>
      <Text>{faultGuess(call.answers)}</Text>
      {FAULT_CALL.filter(({ key }) => call.answers[key]).map(({ key, question, answers }) => (
        <Text key={key} color="ink2" overflowWrap="anywhere">
          {question} <b>{answers?.[call.answers[key] ?? '']?.words ?? call.answers[key]}</b>
        </Text>
      ))}
      <Pictures subject={faultCallSubject(call.id)} label="What the household photographed" />
      {call.taken.map(({ id, note: said, byName, at }) => (
        <Text key={id} mt="4px">
          {said} <Text as="span" color="ink2">{`${byName}, ${clock(at)}`}</Text>
        </Text>
      ))}
      {failure && (
        <Notice kind="error" mt="6px">
          {failure}
        </Notice>
      )}
      {may('answerFaultCall') && (
        <Flex gap="8px" mt="6px" wrap={{ base: 'wrap', md: 'nowrap' }}>
          <Input
            value={note}
            maxLength={500}
            aria-label="What came of the call"
            placeholder="What came of it: telephoned, visit on …"
            onChange={(event) => setNote(event.target.value)}
          />
          <Button size="sm" disabled={busy || note.trim().length < 3} onClick={() => void answer()}>
            Write it down
          </Button>
          {may('openVisit') && (
            <Button size="sm" onClick={() => setVisiting(true)}>
              Open a visit for it
            </Button>
          )}
        </Flex>
      )}
      <OpenVisit
        open={visiting}
        onClose={() => setVisiting(false)}
        begin={{ kind: 'fault', reason: `Call of ${clock(call.calledAt)}: ${faultGuess(call.answers)}`.slice(0, 300) }}
      />
    </Box>
  )
}
