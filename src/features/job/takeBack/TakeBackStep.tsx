'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Step } from '@/commands/step'
import type { UseCaseName } from '@/server/access'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { ApiProblem } from '../../api'
import { useJob } from '../JobContext'
import { stepWords } from './stepWords'

const CHANGED_SINCE =
  'It has been changed since, by somebody else or on another device. Taking it back would undo that too, so nothing was done.'

/** A change of the plan, told before it is taken back; what somebody changed since stays as it is. */
export function TakeBackStep({ step, onDone }: { step: Step; onDone: () => void }) {
  const { clock } = useTimes()
  const {
    bench: {
      context: { pack },
    },
    steps,
    may,
  } = useJob()
  const [refusal, setRefusal] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const { done, lines, then } = stepWords(step, pack)
  const allowed = may(step.entry.useCase as UseCaseName)
  const takeBack = async () => {
    setBusy(true)
    try {
      if ((await steps.takeBack(step)) === 'done') return onDone()
      setRefusal(CHANGED_SINCE)
    } catch (error) {
      setRefusal(error instanceof ApiProblem ? error.message : 'This device cannot keep it. Nothing was taken back.')
    } finally {
      setBusy(false)
    }
  }
  return (
    <>
      <Text fontWeight="600" overflowWrap="anywhere">
        {done}
      </Text>
      <Text color="ink2" fontSize="14px">
        {clock(step.entry.at)}
      </Text>
      <Text mt="2">{then}</Text>
      {lines.length > 0 && (
        <Box as="ul" listStyleType="disc" pl="20px" mt="1" aria-label="What it has again">
          {lines.map((line) => (
            <Box as="li" key={line} overflowWrap="anywhere">
              {line}
            </Box>
          ))}
        </Box>
      )}
      {refusal && <Notice kind="error">{refusal}</Notice>}
      {!allowed && <Notice kind="info">Your role may not change this any more.</Notice>}
      <Flex gap="2" mt="4" wrap="wrap">
        <Button variant="act" disabled={!allowed || busy || refusal !== null} onClick={() => void takeBack()}>
          Take back
        </Button>
        {refusal !== null && <Button onClick={() => steps.leave(step)}>Leave it, and go to the one before</Button>}
        <Button onClick={onDone}>Close</Button>
      </Flex>
    </>
  )
}
