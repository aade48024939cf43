'use client'
import { verdictAt } from '@/core/evidence/verdictAt'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { EARTH_CURRENT_KEY, EARTH_CURRENT_SLOTS, earthCurrentOf } from '@/core/evidence/families/earthCurrent'
import type { Point } from '@/core/evidence/point'
import { readingsOfPoint } from '@/core/evidence/reading'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { graphOf, hasWiring } from '@/core/wiring/wiringOfInstallation'
import { ButtonLink } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { slotLabel, valueText } from '../job/readingText'
import { SlotEntry } from '../wire/SlotEntry'
import { CLAMP_STEPS } from './clampSteps'

type SlotName = keyof typeof EARTH_CURRENT_SLOTS

/** E-11 for a bad moment: one thing at a time, in large words, with one hand. */
export function ClampView() {
  const { bench } = useJob()
  const point = bench.points.find(({ key }) => key === EARTH_CURRENT_KEY)
  if (!point)
    return (
      <TitledSheet title="Current in the earth conductor">
        <Notice kind="caution" mx="14px" mb="12px">
          This job was sealed before the check came in. Touch no metal if anything tingles, stand clear, and call the
          network operator.
        </Notice>
      </TitledSheet>
    )
  return <Clamp point={point} />
}

function Clamp({ point }: { point: Point }) {
  const { clock } = useTimes()
  const { bench } = useJob()
  const found = earthCurrentOf(point, bench.context)
  const step = CLAMP_STEPS[found.currentA === null ? 'clamp' : (found.decision ?? 'quiet')]
  return (
    <>
      <TitledSheet title={point.label} note={<VerdictWord verdict={verdictAt(bench.judgements, point.key)} />}>
        <Box px="14px" pb="14px" aria-live="polite">
          <Heading as="h3" fontSize={{ base: '30px', lg: '34px' }} lineHeight="1.1" color={step.tone} mb="6px">
            {step.title}
          </Heading>
          {found.currentA !== null && (
            <Text fontSize="18px" mb="8px">
              {formatQuantity(found.currentA, 'A')} as found
              {found.clampedAt && ` at ${clock(found.clampedAt)}`}
              {found.afterOffA !== null && `, ${formatQuantity(found.afterOffA, 'A')} with everything off`}
              {found.touchV !== null && `; about ${formatQuantity(found.touchV, 'V', 2)} on earthed metal`}.
            </Text>
          )}
          <Box as="ol" pl="26px" fontSize="18px" lineHeight="1.4" css={{ listStyle: 'decimal' }}>
            {step.steps.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </Box>
          {step.listsSources && <ToSwitchOff />}
          <Flex direction="column" gap="12px" mt="14px">
            {step.asks.map((slot) => (
              <Asked key={slot} point={point} slot={slot} />
            ))}
          </Flex>
        </Box>
      </TitledSheet>
      <Told point={point} />
    </>
  )
}

/** Every source of the house by its name: “everything” is not a word for a bad moment. */
function ToSwitchOff() {
  const {
    record: { installation },
  } = useJob()
  const local = hasWiring(installation)
    ? graphOf(installation, 'wired').sources.filter(({ kind }) => kind !== 'grid')
    : []
  return (
    <Box mt="8px" fontSize="17px">
      <Text>
        Off: the main switch
        {local.map(({ id, name }) => `, ${name ?? id}`).join('')}
        {local.length === 0 && ' and every local source: battery, PV, vehicle, generator'}.
      </Text>
    </Box>
  )
}

function Asked({ point, slot }: { point: Point; slot: SlotName }) {
  const { may } = useJob()
  const target = { point, slot: EARTH_CURRENT_SLOTS[slot] }
  if (!may('recordReadings')) return null
  return (
    <Flex direction="column" gap="4px">
      <Text fontSize="16px" fontWeight="600">
        {target.slot.label}
      </Text>
      <SlotEntry target={target} label={target.slot.label} width="min(100%, 340px)" />
    </Flex>
  )
}

/** What was read, said and done, with its time and name, newest first. */
function Told({ point }: { point: Point }) {
  const { clock } = useTimes()
  const { bench, record } = useJob()
  const told = [...readingsOfPoint(bench.context.readings, point.key)].reverse()
  if (told.length === 0) return null
  return (
    <TitledSheet
      title="What was read and said"
      note={`${told.length} kept`}
      actions={
        <ButtonLink size="sm" href={`/api/jobs/${record.installation.jobId}/clamp`} download="earth-conductor.pdf">
          To print
        </ButtonLink>
      }
    >
      {told.map((reading) => (
        <Flex
          key={reading.id}
          gap="10px"
          px="14px"
          py="6px"
          borderTopWidth="1px"
          borderColor="rule"
          wrap="wrap"
          fontSize="14px"
        >
          <Text minW="150px" color="ink2">
            {clock(reading.recordedAt)} · {reading.recordedByName}
          </Text>
          <Text flex="1" minW="160px">
            {slotLabel(point, reading.slot)}
          </Text>
          <Text fontWeight="600" overflowWrap="anywhere">
            {valueText(reading)}
          </Text>
        </Flex>
      ))}
    </TitledSheet>
  )
}
