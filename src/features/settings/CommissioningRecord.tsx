'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { belongsTo } from '@/core/evidence/families'
import { BEGUN_SLOT, ENDED_SLOT, commissioning, stepRecord } from '@/core/evidence/families/commissioning'
import type { Point } from '@/core/evidence/point'
import {
  type CommissioningStep,
  STEP_WORDS,
  type StepRecord,
  type UsualStepTime,
  isRunning,
  stepDrags,
  usualStepTime,
} from '@/core/settings/commissioning'
import { useTimes } from '@/ui/useTimes'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { useNow } from '@/ui/useNow'

/** S-5 on the real system: each step begun and ended by hand, with what is usual for it, and what to do when it drags. */
export function CommissioningRecord() {
  const { bench } = useJob()
  const points = bench.points.filter((point) => belongsTo(point, commissioning))
  if (points.length === 0) return null
  return (
    <TitledSheet title="Commissioning, as it goes" note="of the system itself: what is tapped here is kept">
      <Box px="14px" pb="12px" fontSize="14px">
        {points.map((point) => (
          <StepRow key={point.key} point={point} step={point.thing as CommissioningStep} />
        ))}
      </Box>
    </TitledSheet>
  )
}

function StepRow({ point, step }: { point: Point; step: CommissioningStep }) {
  const { bench, offer, may, view } = useJob()
  const now = useNow(1000)
  const { clock } = useTimes()
  const [failure, setFailure] = useState<string | null>(null)
  const record = stepRecord(step, bench.context.readings)
  const judgement = bench.judgements.get(point.key)
  const running = isRunning(record)
  const usual = usualStepTime(step, view.crewTimes.stepMin)
  const say = async (slotId: string, word: string) => {
    const slot = point.slots.find(({ id }) => id === slotId)
    if (!slot) return
    const entered = await offer({ point, slot }, { kind: 'word', word })
    setFailure(entered?.kind === 'refused' ? entered.message : null)
  }
  const { name, what } = STEP_WORDS[step]
  return (
    <Box borderTopWidth="1px" borderColor="rule" py="8px" data-step={step}>
      <Flex gap="12px" align="center" wrap="wrap">
        <Box w="96px" flex="none">
          {judgement && <VerdictWord verdict={judgement.verdict} />}
        </Box>
        <Box flex="1" minW="200px">
          <Text fontWeight="600">{name}</Text>
          <Text color="ink2">{what}</Text>
        </Box>
        <Text role="status" aria-label={`${name} as it goes`} color="ink2">
          {stateWords(record, now, usual, clock)}
        </Text>
        {may('recordReadings') && (
          <Flex gap="6px" wrap="wrap">
            {!running && (
              <Button size="sm" aria-label={`Begin ${name}`} onClick={() => void say(BEGUN_SLOT, 'begun')}>
                {record.ended === null ? 'Begin' : 'Begin again'}
              </Button>
            )}
            {running && (
              <>
                <Button
                  size="sm"
                  variant="act"
                  aria-label={`${name} is done`}
                  onClick={() => void say(ENDED_SLOT, 'done')}
                >
                  Done
                </Button>
                <Button size="sm" aria-label={`${name} failed`} onClick={() => void say(ENDED_SLOT, 'failed')}>
                  Failed
                </Button>
                <Button size="sm" aria-label={`Park ${name}`} onClick={() => void say(ENDED_SLOT, 'parked')}>
                  Park
                </Button>
              </>
            )}
          </Flex>
        )}
      </Flex>
      {record.ended !== null && !running && judgement?.verdict !== 'proven' && <Text pt="4px">{judgement?.why}</Text>}
      {failure !== null && <Notice kind="error">{failure}</Notice>}
      {stepDrags(record, now, usual.minutes) && (
        <Notice kind="caution" mt="6px">
          It drags. Swap the unit and record the new serial in Fit, call the maker, or park the step and plan the rest
          of the day anew; what was parked stays Open.
        </Notice>
      )}
    </Box>
  )
}

function stateWords(
  record: StepRecord,
  nowMs: number,
  { minutes, from }: UsualStepTime,
  clock: (iso: string) => string,
): string {
  const { begunMs, ended } = record
  const usual = from === 'crew' ? `${minutes} min, as your crew takes` : `about ${minutes} min`
  if (isRunning(record) && begunMs !== null) return `${Math.max(0, Math.floor((nowMs - begunMs) / 60_000))} of ${usual}`
  if (ended === null) return usual
  return `${ended.as} ${clock(new Date(ended.atMs).toISOString())}`
}
