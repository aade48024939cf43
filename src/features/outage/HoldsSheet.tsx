'use client'
import { Box, Flex, Input, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { ConditionState, HoldState } from '@/core/evidence/holdPoints'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { isDeclaration } from '@/core/evidence/families/noneHere'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'
import { withinSentence } from '@/core/withinSentence'

/** The hold points of a live step: what it waits for, and what a lead may go past in writing. */
export function HoldsSheet({ state }: { state: HoldState }) {
  const { bench } = useJob()
  const waits = state.waitsFor
    .flatMap((id) => bench.holds.find(({ step }) => step.id === id) ?? [])
    .map(({ step }) => withinSentence(step.label))
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

/** What is being written under a condition: why to go on without it, or why there is nothing to show. */
type Writing = 'override' | 'none' | null
const PROMPTS = {
  override: { hint: 'Why it is safe to go on without it, in a sentence', done: 'Sign for it' },
  none: { hint: 'Why there is none in this house, in a sentence', done: 'Declare it' },
} as const

function ConditionRow({ step, state }: { step: HoldState['step']['id']; state: ConditionState }) {
  const { bench, goTo, may, record, carryOut, offer } = useJob()
  const [writing, setWriting] = useState<Writing>(null)
  const [error, setError] = useState<string | null>(null)
  const point = bench.points.find(({ key }) => key === state.waiting[0])
  const only =
    state.waiting.length === 1 && point?.stage === 'outage' && point.slots.length === 1 ? point.slots[0] : null
  // a word answered here is the quickest way past a question at the board
  const slot = only?.input.kind === 'word' ? only : null
  const declared = point?.slots[0]?.input.kind === 'text' && isDeclaration(point) ? point.slots[0] : null
  const store = async (reason: string) => {
    if (writing === 'none' && point && declared) {
      const entered = await offer({ point, slot: declared }, { kind: 'typed', text: reason })
      if (entered?.kind === 'refused') return setError(entered.message)
    } else {
      try {
        await carryOut('overrideHold', {
          id: uuidv7(),
          jobId: record.installation.jobId,
          step,
          condition: state.condition.id,
          reason,
        })
      } catch (problem) {
        if (!(problem instanceof ApiProblem)) throw problem
        return setError(problem.message)
      }
    }
    setError(null)
    setWriting(null)
  }
  const toggle = (what: Writing) => setWriting(writing === what ? null : what)
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="6px" fontSize="14px">
      <Flex align="center" gap="10px" wrap="wrap" minH="36px">
        <Box w="82px" flex="none">
          <VerdictWord verdict={state.verdict} />
        </Box>
        <ConditionText state={state} />
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
        {declared && may('recordReadings') && (
          <Button size="sm" fontSize="13px" onClick={() => toggle('none')} aria-expanded={writing === 'none'}>
            none here
          </Button>
        )}
        {!slot && !declared && point && (
          <Button size="sm" variant="bare" fontSize="13px" onClick={() => goTo(point.stage, point.key)}>
            {state.waiting.length === 1 ? 'go there' : `go to the first of ${state.waiting.length}`}
          </Button>
        )}
        {!state.holds && state.mayOverride && may('overrideHold') && (
          <Button
            size="sm"
            variant="bare"
            fontSize="13px"
            onClick={() => toggle('override')}
            aria-expanded={writing === 'override'}
          >
            override in writing
          </Button>
        )}
      </Flex>
      {writing && (
        <ReasonForm
          key={writing}
          label={
            writing === 'override'
              ? `Reason for going past “${state.condition.label}”`
              : `Reason why there is none for “${state.condition.label}”`
          }
          {...PROMPTS[writing]}
          error={error}
          onStore={(reason) => void store(reason)}
        />
      )}
    </Box>
  )
}

/** The condition in words, with what went past it or what it lacks. */
function ConditionText({ state }: { state: ConditionState }) {
  const { clock } = useTimes()
  const { condition, override, holds, shown, waiting } = state
  return (
    <Box flex="1" minW="140px">
      <Text>
        {condition.label}
        {condition.override === 'never' && <chakra.span color="ink3"> · never overridden</chakra.span>}
      </Text>
      {override && holds && !shown && (
        <Text color="watch" fontSize="13px">
          gone past in writing by {override.byName}, {clock(override.at)}: “{override.reason}”
        </Text>
      )}
      {!shown && waiting.length === 0 && (
        <Text color="ink2" fontSize="13px">
          nothing is entered that could show it
        </Text>
      )}
    </Box>
  )
}

function ReasonForm({
  label,
  hint,
  done,
  error,
  onStore,
}: {
  label: string
  hint: string
  done: string
  error: string | null
  onStore: (reason: string) => void
}) {
  const [reason, setReason] = useState('')
  return (
    <chakra.form
      onSubmit={(event) => {
        event.preventDefault()
        onStore(reason.trim())
      }}
      display="flex"
      gap="8px"
      flexWrap="wrap"
      py="4px"
    >
      <Input
        aria-label={label}
        placeholder={hint}
        value={reason}
        maxLength={300}
        onChange={(event) => setReason(event.target.value)}
        flex="1"
        minW="220px"
      />
      <Button type="submit" disabled={reason.trim().length < 10}>
        {done}
      </Button>
      {error && (
        <Text role="alert" color="stop" w="100%">
          {error}
        </Text>
      )}
    </chakra.form>
  )
}
