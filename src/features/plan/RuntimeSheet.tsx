'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { daylightRuntime } from '@/core/plan/daylightRuntime'
import { bankVentilation } from '@/core/plan/leadAcidBank'
import { type MakersEstimate, makersEstimate } from '@/core/plan/makersEstimate'
import { formatDuration, formatNumber } from '@/core/quantity/formatQuantity'
import { EmptyState } from '@/ui/EmptyState'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { usePlanned } from './LoadDrafts'
import { watts } from './wattsAndAmps'

export const hours = (h: number | null) => (h === null ? '–' : formatDuration(h * 3_600_000))

/** P-7: how long the battery runs what stays on, from three beginnings, beside what its maker says. */
export function RuntimeSheet() {
  const { installation, plan } = usePlanned()
  const { runtime, marks, staying } = plan
  const daylight = useMemo(() => daylightRuntime(installation, plan), [installation, plan])
  const { sources } = installation
  const estimate = makersEstimate({
    makerH: sources.makerRuntimeH ?? null,
    planH: runtime.runtimeFullH,
    availableWh: runtime.runtimeFullH === null || runtime.netW === null ? null : runtime.runtimeFullH * runtime.netW,
    standbyW: sources.standbyW,
  })
  return (
    <TitledSheet title="How long it runs" note={<PlanMarkWord mark={marks.runtime} />}>
      {runtime.runtimeReserveH === null && !runtime.indefinite ? (
        <EmptyState title="Open">
          Usable energy, efficiency, standby, reserve, floor and loads are needed
          {sources.bank?.kind ? ', and of a lead–acid bank its capacity, hours, voltage and exponent' : ''}.
        </EmptyState>
      ) : (
        <Box px="14px" pb="10px">
          {(
            [
              ['from the reserve, at worst', runtime.runtimeReserveH],
              ['as usual', runtime.runtimeUsualH],
              ['from full', runtime.runtimeFullH],
            ] as const
          ).map(([label, h], k) => (
            <RuntimeBar
              key={label}
              label={label}
              hoursH={h}
              mostH={runtime.runtimeFullH}
              strong={k === 0}
              text={runtime.indefinite ? 'while the sun holds' : hours(h)}
            />
          ))}
          {daylight && (
            <Text fontSize="14px">
              By day, with the sun as expected: from the reserve{' '}
              <b>{daylight.indefinite ? 'while the sun holds' : hours(daylight.runtimeReserveH)}</b>.
            </Text>
          )}
          <Text fontSize="13px" color="ink2">
            at {watts(runtime.netW)} with standby
            {staying.off.length > 0 ? ', with the list off' : ''}. A plan, not evidence.
          </Text>
          {estimate && <EstimateLine estimate={estimate} of="The maker’s sheet" />}
        </Box>
      )}
      <VentilationLine />
    </TitledSheet>
  )
}

/** A maker's hours beside the plan's; far apart, the load that they imply. */
export function EstimateLine({
  estimate: { makerH, planH, apart, impliedW },
  of,
}: {
  estimate: MakersEstimate
  of: string
}) {
  return (
    <Text fontSize="13px" color={apart ? 'sun' : 'ink2'} mt="4px">
      {of} says {hours(makerH)} from full
      {apart
        ? `, which is a house of about ${watts(impliedW)} on average; what stays on here comes to ${hours(planH)}. Tell the household the shorter one.`
        : ': the plan agrees within a fifth.'}
    </Text>
  )
}

/** P-7, a lead–acid bank: the air that its room needs, and whether it has it. */
function VentilationLine() {
  const {
    installation: {
      sources: { bank },
    },
  } = usePlanned()
  const air = bankVentilation(bank)
  if (air === null) return null
  return (
    <Box px="14px" pb="10px" fontSize="14px">
      <PlanMarkWord mark={air.verdict} /> Its room:{' '}
      {air.airM3PerH === null || air.openingCm2 === null
        ? 'cells, capacity and the way it is charged are needed for the air (IEC 62485-2).'
        : `${formatNumber(air.airM3PerH, 3)} m³ of fresh air an hour, by two openings of ${formatNumber(air.openingCm2, 3)} cm² each, one low and one high${
            bank?.ventCm2 == null ? '; what they have is open' : `; they have ${formatNumber(bank.ventCm2, 4)} cm²`
          }.`}{' '}
      <Box as="span" color="ink2">
        No spark and no flame near the cells; the maker’s manual and local rules go first.
      </Box>
    </Box>
  )
}

function RuntimeBar({
  label,
  hoursH,
  mostH,
  strong,
  text,
}: {
  label: string
  hoursH: number | null
  mostH: number | null
  strong: boolean
  text: string
}) {
  return (
    <Box py="4px">
      <Flex justify="space-between" gap="8px">
        <Text color="ink2" fontSize="14px">
          {label}
        </Text>
        <Text fontWeight="600" fontSize={strong ? '19px' : '15px'}>
          {text}
        </Text>
      </Flex>
      <Box h="7px" bg="sheet2" borderWidth="1px" borderColor="rule">
        <Box
          h="100%"
          bg={strong ? 'grid' : 'rule2'}
          w={`${hoursH === null || !mostH ? 0 : Math.min(100, (100 * hoursH) / mostH)}%`}
        />
      </Box>
    </Box>
  )
}
