'use client'
import { energisingKey } from '@/core/evidence/families/energisingSteps'
import { Box, Flex, Text } from '@chakra-ui/react'
import { latestBySlot } from '@/core/evidence/reading'
import { type EnergisingStep, STAGE_LABELS } from '@/core/wiring/energisingOrder'
import { graphOf, hasWiring, orderOf } from '@/core/wiring/wiringOfInstallation'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { SlotEntry } from './SlotEntry'
import { WordButtons } from './WordButtons'

/** W-7: one switch at a time, and the instrument before the hand; each step waits for the one before it. */
export function OrderView() {
  const {
    record: { installation },
    bench,
  } = useJob()
  if (!hasWiring(installation))
    return (
      <TitledSheet title="From dead to live">
        <EmptyState title="Nothing to switch on yet">
          The order follows from the schematic, and the schematic from the plan.
        </EmptyState>
      </TitledSheet>
    )
  const order = orderOf(graphOf(installation, 'wired'))
  const hold = bench.holds.find(({ step }) => step.id === 'firstLive')
  const waiting = hold?.conditions.filter(({ holds }) => !holds) ?? []
  if (order.refused !== null)
    return (
      <TitledSheet title="From dead to live">
        <Notice kind="error" mx="14px" mb="12px">
          There is no order to switch on in. {order.refused} See the schematic.
        </Notice>
      </TitledSheet>
    )
  const verdictOf = (step: EnergisingStep) => bench.judgements.get(energisingKey(step))?.verdict ?? null
  const firstOpen = order.steps.findIndex((step) => {
    const verdict = verdictOf(step)
    return verdict === 'open' || verdict === 'stop'
  })
  return (
    <>
      {waiting.length > 0 && (
        <Notice kind="caution">
          Nothing goes live yet:{' '}
          {waiting
            .map(({ condition, verdict }) => `${condition.label}${verdict === 'stop' ? ' – stopped' : ''}`)
            .join(', ')}
          . Proving dead comes first and is never held.
        </Notice>
      )}
      <TitledSheet title="From dead to live" note="one switch at a time; the reading before the next hand">
        {order.steps.map((step, k) => (
          <StepRow
            key={step.key}
            step={step}
            number={k + 1}
            heading={order.steps[k - 1]?.stage !== step.stage}
            state={firstOpen < 0 || k < firstOpen ? 'done' : k === firstOpen ? 'now' : 'later'}
            held={waiting.length > 0 && step.key !== 'dead'}
          />
        ))}
      </TitledSheet>
      <TitledSheet title="The way back" note="the same switches, the other way round">
        <Box as="ol" pl="34px" pr="14px" pb="12px" fontSize="14px" css={{ listStyle: 'decimal' }}>
          {order.back.map(({ device, sentence }) => (
            <li key={device}>{sentence}.</li>
          ))}
          <li>Lock off, and prove dead.</li>
        </Box>
      </TitledSheet>
    </>
  )
}

function StepRow({
  step,
  number,
  heading,
  state,
  held,
}: {
  step: EnergisingStep
  number: number
  heading: boolean
  state: 'done' | 'now' | 'later'
  held: boolean
}) {
  const { bench, offer, may, goTo } = useJob()
  const point = bench.points.find(({ key }) => key === energisingKey(step))
  const judgement = point && bench.judgements.get(point.key)
  const done = point?.slots.find(({ id }) => id === 'done')
  const said = point && latestBySlot(bench.context.readings, point.key).get('done')?.valueWord
  const open = !held && state !== 'later'
  return (
    <Box borderTopWidth="1px" borderColor="rule" bg={state === 'now' && !held ? 'emberSoft' : undefined}>
      {heading && (
        <Text px="14px" pt="7px" fontSize="13px" color="ink2">
          {STAGE_LABELS[step.stage]}
        </Text>
      )}
      <Flex
        data-step={step.key}
        aria-current={state === 'now' ? 'step' : undefined}
        px="14px"
        py="8px"
        gap="6px 12px"
        align="flex-start"
        wrap="wrap"
        color={state === 'later' ? 'ink2' : 'ink'}
      >
        <Text w="24px" flex="none" textAlign="right" color="ink2">
          {number}
        </Text>
        <Box flex="1" minW="220px">
          <Text fontWeight={state === 'now' ? '600' : '400'} fontSize="15px">
            {step.sentence}.
          </Text>
          {judgement && (judgement.verdict === 'stop' || judgement.verdict === 'watch') && (
            <Text fontSize="14px" color={judgement.verdict}>
              {judgement.why}
            </Text>
          )}
          {point && (
            <Flex direction="column" gap="5px" mt="5px">
              {point.slots
                .filter(({ id }) => id !== 'done')
                .map((slot) => (
                  <Flex key={slot.id} align="center" gap="10px" wrap="wrap" fontSize="14px">
                    <Text minW="190px" color="ink2">
                      {slot.label}
                    </Text>
                    {may('recordReadings') && slot.input.kind === 'word' && (
                      <WordButtons target={{ point, slot }} disabled={!open} />
                    )}
                    {may('recordReadings') && slot.input.kind !== 'word' && (
                      <SlotEntry
                        target={{ point, slot }}
                        label={`${slot.label}, step ${number}`}
                        disabled={!open}
                        width="96px"
                      />
                    )}
                  </Flex>
                ))}
            </Flex>
          )}
        </Box>
        <Flex direction="column" gap="6px" align="flex-end">
          {judgement ? (
            <VerdictWord verdict={judgement.verdict} />
          ) : (
            <Text fontSize="13px" color="ink3">
              full test
            </Text>
          )}
          {point && done && may('recordReadings') && (
            <Button
              size="sm"
              variant={said === 'yes' ? 'chosen' : state === 'now' && !held ? 'act' : 'quiet'}
              aria-pressed={said === 'yes'}
              disabled={!open || said === 'yes'}
              onClick={() => void offer({ point, slot: done }, { kind: 'word', word: 'yes' })}
            >
              Switched
            </Button>
          )}
          {step.device !== null && (
            <Button size="sm" variant="bare" fontSize="13px" onClick={() => goTo('wire', null, 'schematic')}>
              schematic
            </Button>
          )}
        </Flex>
      </Flex>
    </Box>
  )
}
