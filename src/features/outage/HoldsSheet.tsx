'use client'
import { Box, Flex, Input, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { ConditionState, HoldState } from '@/core/evidence/holdPoints'
import { Button } from '@/ui/Button'
import { clock } from '@/ui/clock'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'

/** The hold points of a live step: what it waits for, and what a lead may go past in writing. */
export function HoldsSheet({ state }: { state: HoldState }) {
  const { bench } = useJob()
  const waits = state.waitsFor
    .map((id) => bench.holds.find(({ step }) => step.id === id)?.step.label.toLowerCase())
    .filter(Boolean)
  const blocked = state.conditions.filter(({ holds }) => !holds).length
  return (
    <TitledSheet
      title={`${state.step.label}: hold points`}
      note={
        state.released ? 'released' : waits.length > 0 ? `waits for: ${waits.join(', ')}` : `${blocked} still to hold`
      }
    >
      {state.conditions.map((condition) => (
        <ConditionRow key={condition.condition.id} step={state.step.id} state={condition} />
      ))}
    </TitledSheet>
  )
}

function ConditionRow({ step, state }: { step: HoldState['step']['id']; state: ConditionState }) {
  const { bench, goTo, may, record, carryOut, offer } = useJob()
  const [writing, setWriting] = useState(false)
  const [reason, setReason] = useState('')
  const [error, setError] = useState<string | null>(null)
  const point = bench.points.find(({ key }) => key === state.waiting[0])
  // a word answered here is the quickest way past a question at the board
  const slot =
    state.waiting.length === 1 &&
    point?.stage === 'outage' &&
    point.slots.length === 1 &&
    point.slots[0]?.input.kind === 'word'
      ? point.slots[0]
      : null
  const override = async () => {
    try {
      await carryOut('overrideHold', {
        id: uuidv7(),
        jobId: record.installation.jobId,
        step,
        condition: state.condition.id,
        reason: reason.trim(),
      })
      setWriting(false)
    } catch (problem) {
      if (!(problem instanceof ApiProblem)) throw problem
      setError(problem.message)
    }
  }
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="6px" fontSize="14px">
      <Flex align="center" gap="10px" wrap="wrap" minH="36px">
        <Box w="82px" flex="none">
          <VerdictWord verdict={state.verdict} />
        </Box>
        <Box flex="1" minW="140px">
          <Text>
            {state.condition.label}
            {state.condition.override === 'never' && <chakra.span color="ink3"> · never overridden</chakra.span>}
          </Text>
          {state.override && state.holds && state.waiting.length > 0 && (
            <Text color="watch" fontSize="13px">
              gone past in writing by {state.override.byName}, {clock(state.override.at)}: “{state.override.reason}”
            </Text>
          )}
        </Box>
        {slot &&
          point &&
          may('recordReadings') &&
          Object.keys(slot.input.kind === 'word' ? slot.input.words : {}).map((word) => (
            <Button
              key={word}
              size="sm"
              onClick={() => void offer({ point, slot }, { kind: 'word', word })}
              aria-label={`${point.label}: ${word}`}
            >
              {word}
            </Button>
          ))}
        {!slot && point && (
          <Button size="sm" variant="bare" fontSize="13px" onClick={() => goTo(point.stage, point.key)}>
            {state.waiting.length === 1 ? 'go there' : `go to the first of ${state.waiting.length}`}
          </Button>
        )}
        {!state.holds && state.mayOverride && may('overrideHold') && (
          <Button size="sm" variant="bare" fontSize="13px" onClick={() => setWriting(!writing)} aria-expanded={writing}>
            override in writing
          </Button>
        )}
      </Flex>
      {writing && (
        <chakra.form
          onSubmit={(event) => {
            event.preventDefault()
            void override()
          }}
          display="flex"
          gap="8px"
          flexWrap="wrap"
          py="4px"
        >
          <Input
            aria-label={`Reason for going past “${state.condition.label}”`}
            placeholder="Why it is safe to go on without it, in a sentence"
            value={reason}
            maxLength={500}
            onChange={(event) => setReason(event.target.value)}
            flex="1"
            minW="220px"
          />
          <Button type="submit" disabled={reason.trim().length < 10}>
            Sign for it
          </Button>
          {error && (
            <Text role="alert" color="stop" w="100%">
              {error}
            </Text>
          )}
        </chakra.form>
      )}
    </Box>
  )
}
