'use client'
import { Flex, Text } from '@chakra-ui/react'
import type { Tracker, TrackerFault } from '@/core/plan/trackers'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'

const FAULT_WORDS: Readonly<Record<TrackerFault, string>> = {
  unlikeStrings: 'its strings have unlike numbers of modules: the shorter one pulls the longer one down',
  tooMuchCurrent: 'together they give more current than it bears',
  noSuchInput: 'the inverter has no such input',
}

/** Which strings are on which input of which inverter, and whether they may be there together. */
export function TrackersSheet({ trackers }: { trackers: readonly Tracker[] }) {
  if (trackers.length === 0) return null
  return (
    <TitledSheet title="Trackers, string by string">
      {trackers.map(({ unit, input, strings, currentA, limitA, faults, mark }) => (
        <Flex
          key={`${unit}/${input}`}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          py="8px"
          gap="6px 18px"
          wrap="wrap"
          fontSize="14px"
          align="center"
        >
          <Text fontWeight="600" flex="1" minW="140px" overflowWrap="anywhere">
            {unit}, input {input}: {strings.join(' and ')}
          </Text>
          <PlanMarkWord mark={mark} />
          <Text w="100%" color={faults.length > 0 ? 'stop' : 'ink2'}>
            {currentA === null || limitA === null
              ? 'current open'
              : `${formatQuantity(currentA, 'A', 3)} of ${formatNumber(limitA, 3)}`}
            {faults.map((fault) => `; ${FAULT_WORDS[fault]}`)}
          </Text>
        </Flex>
      ))}
    </TitledSheet>
  )
}
