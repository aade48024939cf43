'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { PlannedMotorStart } from '@/core/plan/motorStarts'
import { STARTER_WORDS } from '@/core/plan/motorStart'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { percentOrOpen, quantityOrOpen } from '@/core/quantity/orOpen'
import { EmptyState } from '@/ui/EmptyState'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { Notice } from '@/ui/Notice'
import { usePlanned } from './LoadDrafts'

const va = (value: number | null) => quantityOrOpen(value, 'VA', 3)

/** Each motor start against the surge, with the others running; the sag, and what a soft start would change. */
export function MotorsView() {
  const { plan } = usePlanned()
  const starts = plan.motors
  return (
    <>
      <TitledSheet
        title="Motor starts on the battery"
        note={starts.length > 0 ? 'against the surge, the others at their expected demand' : undefined}
      >
        {starts.length === 0 && (
          <EmptyState title="No motor is backed up">
            A load counts as a motor once its way of starting, its locked-rotor amps or its code letter is known. Read
            the plates.
          </EmptyState>
        )}
        {starts.map((start) => (
          <StartRow key={start.load.id} start={start} />
        ))}
      </TitledSheet>
      {starts.length > 0 && <RestartSheet />}
      {starts.length > 0 && (
        <Notice kind="info">
          A source that is limited in current lets the voltage sag instead of tripping: the motor then starts with the
          square of what is left, or does not start at all and heats. What the maker declares as the highest
          locked-rotor current holds whatever the arithmetic says.
        </Notice>
      )}
    </>
  )
}

/** P-6b: everything that was running starts again within a second. */
function RestartSheet() {
  const {
    plan: { restart },
  } = usePlanned()
  const { totalVa, surgeVa, mark, tooMuchOn, staggered, softStarts } = restart
  return (
    <TitledSheet title="Everything at once, after a gap" note={<PlanMarkWord mark={mark} />}>
      <Box px="14px" pb="10px" fontSize="14px">
        <Text>
          {totalVa === null
            ? 'Open: the start of one of the motors that stay on is not known.'
            : `All motors that stay on, what thermostats call for, and the likely peak of the rest ask for ${va(totalVa)} against ${va(surgeVa)}.`}
          {tooMuchOn.length > 0 && ` Too much on ${tooMuchOn.join(', ')}.`}
        </Text>
        {staggered.length > 0 && (
          <>
            <Text mt="6px" color="ink2">
              Let them wait for each other:
            </Text>
            {staggered.map(({ tag, name, waitS }) => (
              <Flex key={tag} justify="space-between" gap="10px">
                <Text overflowWrap="anywhere">{name}</Text>
                <Text whiteSpace="nowrap">
                  {waitS === null ? 'open: a start time before it is not known' : `after ${formatNumber(waitS, 3)} s`}
                </Text>
              </Flex>
            ))}
          </>
        )}
        {softStarts.map(({ tag, name, totalVa: withVa, mark: withMark }) => (
          <Text key={tag} mt="4px">
            With a soft start on {name}: {va(withVa)}, <PlanMarkWord mark={withMark} />
          </Text>
        ))}
      </Box>
    </TitledSheet>
  )
}

function StartRow({ start: { load, starter, othersVa, surgeVa, asIs, withSoftStart } }: { start: PlannedMotorStart }) {
  const most = Math.max(surgeVa ?? 0, asIs.totalVa ?? 0, 1) * 1.05
  const at = (value: number) => `${(100 * value) / most}%`
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="9px" data-motor={load.tag}>
      <Flex gap="12px" align="baseline" wrap="wrap">
        <Text fontWeight="600" flex="1" minW="140px" overflowWrap="anywhere">
          {load.name}{' '}
          <Text as="span" fontWeight="400" color="ink2" fontSize="14px">
            {STARTER_WORDS[starter]}
            {asIs.estimate ? ', estimated from the plate' : ''}
          </Text>
        </Text>
        <PlanMarkWord mark={asIs.verdict} />
      </Flex>
      {asIs.totalVa === null ? (
        <Text fontSize="14px" color="ink2">
          Locked-rotor amps, code letter with hp, or running amps are needed.
        </Text>
      ) : (
        <>
          <Box position="relative" h="16px" mt="6px" bg="sheet2" borderWidth="1px" borderColor="rule" aria-hidden>
            <Flex h="100%">
              <Box w={at(othersVa)} bg="gridSoft" />
              <Box w={at(asIs.startVa ?? 0)} bg={asIs.verdict === 'exceeds' ? 'stop' : 'grid'} />
            </Flex>
            {surgeVa !== null && (
              <Box position="absolute" left={at(surgeVa)} top="-4px" bottom="-4px" w="2px" bg="ember" />
            )}
            {surgeVa !== null && (
              <Box position="absolute" left={at(0.8 * surgeVa)} top="0" bottom="0" w="1px" bg="ember" opacity={0.6} />
            )}
          </Box>
          <Text fontSize="14px" mt="5px">
            {va(asIs.startVa)} to start and {va(othersVa)} of the others, against {va(surgeVa)}
            {asIs.ratio === null ? '' : `: ${formatNumber(100 * asIs.ratio, 3)} %`}.
            {asIs.sagPerUnit !== null && asIs.sagPerUnit < 1
              ? ` The voltage would sag to ${formatNumber(100 * asIs.sagPerUnit, 3)} %, the torque to ${percentOrOpen(asIs.torquePerUnit, 3)}.`
              : ''}
            {load.startS === null ? ' How long the start takes is not known.' : ''}
          </Text>
          {withSoftStart && (
            <Flex fontSize="14px" color="ink2" gap="8px" align="center" wrap="wrap">
              <Text>
                With a soft start: {va(withSoftStart.startVa)},{' '}
                {withSoftStart.ratio === null ? 'open' : `${formatNumber(100 * withSoftStart.ratio, 3)} %`}
              </Text>
              <PlanMarkWord mark={withSoftStart.verdict} />
            </Flex>
          )}
        </>
      )}
    </Box>
  )
}
