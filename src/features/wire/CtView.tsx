'use client'
import { belongsTo } from '@/core/evidence/families'
import { Box, Flex, Text } from '@chakra-ui/react'
import { CT_ANEW, MOST_CT_STEPS, ctSteps, ctStepsOf } from '@/core/evidence/families/ctSteps'
import type { Point } from '@/core/evidence/point'
import { slotReadings } from '@/core/evidence/slotReadings'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { ctDecidingStepW } from '@/core/wiring/ctCertainty'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { type Live, useLive } from '../live/useLive'
import { AddCtStep } from './AddCtStep'

/** W-5: known loads switched on and off, and what each current transformer makes of them; live from the gateway, or typed in pairs. */
export function CtView() {
  const { bench, record } = useJob()
  const live = useLive(record.installation.jobId)
  const points = bench.points.filter((point) => belongsTo(point, ctSteps))
  const held = bench.holds.find(({ step }) => step.id === 'firstLive')?.released === false
  return (
    <>
      {held && (
        <Notice kind="caution">
          The installation is not live yet: dead tests and position check come first. See “Going live”.
        </Notice>
      )}
      {points.length === 0 && (
        <TitledSheet title="Current transformers">
          <EmptyState title="No transformer to try">
            They belong to a gateway or an inverter; add one in the plan.
          </EmptyState>
        </TitledSheet>
      )}
      {points.map((point) => (
        <CtSheet key={point.key} point={point} live={live} />
      ))}
    </>
  )
}

function CtSheet({ point, live }: { point: Point; live: Live }) {
  const { bench, may, offer } = useJob()
  const anew = point.slots.find(({ id }) => id === CT_ANEW)
  const judgement = bench.judgements.get(point.key)
  const isProven = judgement?.verdict === 'proven'
  const slots = slotReadings(point, bench.context)
  const { steps, meterNoiseW } = ctStepsOf(slots)
  const left = MOST_CT_STEPS - steps.length
  return (
    <TitledSheet
      title={`Transformer of ${point.subject}`}
      note={judgement && <VerdictWord verdict={judgement.verdict} />}
      data-ct={point.subject}
    >
      <Flex direction="column" gap="8px" px="14px" pb="12px" fontSize="14px">
        <Text role="status" aria-label={`What ${point.subject} says`}>
          {judgement?.why}
        </Text>
        <Text color="ink2">
          A step of {formatQuantity(ctDecidingStepW(meterNoiseW, bench.context.pack.limits, 1), 'W', 3)} or more
          decides, at {formatQuantity(meterNoiseW, 'W', 3)} of noise: a kettle or a heater, on {point.subject} alone,
          while the battery rests.
        </Text>
        {steps.length > 0 && <Steps steps={steps} />}
        {may('recordReadings') && left > 0 && !isProven && (
          <AddCtStep key={steps.length} point={point} number={steps.length + 1} live={live} />
        )}
        {left === 0 && (
          <Text color="ink2">
            All {MOST_CT_STEPS} steps are used. Take one back in the ledger, or begin anew where something was changed.
          </Text>
        )}
        {may('recordReadings') && steps.length > 0 && !isProven && anew && (
          <Button
            size="sm"
            alignSelf="flex-start"
            onClick={() => void offer({ point, slot: anew }, { kind: 'word', word: 'turned' })}
          >
            Turned or moved: begin anew
          </Button>
        )}
      </Flex>
    </TitledSheet>
  )
}

/** Each step as two bars on one scale: what was switched, and what the meter made of it. */
function Steps({ steps }: { steps: readonly { appliedW: number; meterW: number }[] }) {
  const most = Math.max(...steps.flatMap(({ appliedW, meterW }) => [Math.abs(appliedW), Math.abs(meterW)]), 1)
  const bar = (watts: number, ink: string) => (
    <Box
      position="absolute"
      top="0"
      bottom="0"
      left={watts < 0 ? `${50 - (50 * -watts) / most}%` : '50%'}
      w={`${(50 * Math.abs(watts)) / most}%`}
      bg={ink}
    />
  )
  return (
    <Flex direction="column" gap="5px">
      {steps.map(({ appliedW, meterW }, k) => (
        <Flex key={k} gap="10px" align="center">
          <Text w="180px" color="ink2">
            step {k + 1}: {formatQuantity(appliedW, 'W', 4)} → {formatQuantity(meterW, 'W', 4)}
          </Text>
          <Box flex="1" maxW="360px" aria-hidden>
            <Box position="relative" h="7px" bg="sheet2">
              {bar(appliedW, 'rule2')}
            </Box>
            <Box position="relative" h="7px" bg="sheet2" mt="1px">
              {bar(meterW, 'grid')}
            </Box>
          </Box>
        </Flex>
      ))}
    </Flex>
  )
}
