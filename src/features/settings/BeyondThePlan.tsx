'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { REGISTER_NAMES } from '@/core/settings/registerNames'
import type { OutputOf } from '@/server/useCases'
import { TitledSheet } from '@/ui/Sheet'

export type Readout = OutputOf<'readGateway'>

/** What a device gives that nobody planned, and what has no name here: shown, never dropped. */
export function BeyondThePlan({ readout }: { readout: Readout }) {
  if (readout.unplanned.length === 0 && readout.unknown.length === 0) return null
  return (
    <TitledSheet title="What else the gateway gives" note="not part of the plan, so not judged">
      <Box px="14px" pb="10px" fontSize="14px">
        {readout.unplanned.map(({ key, value: number }) => (
          <Flex key={key} justify="space-between" borderTopWidth="1px" borderColor="rule" py="4px">
            <Text>{REGISTER_NAMES[key] ?? key}</Text>
            <Text fontWeight="600">{formatNumber(number)}</Text>
          </Flex>
        ))}
        {readout.unknown.map(({ key, value: number }) => (
          <Flex key={key} justify="space-between" borderTopWidth="1px" borderColor="rule" py="4px">
            <Text fontFamily="mono">
              {key} <chakra.span color="ink3">no name known here</chakra.span>
            </Text>
            <Text fontWeight="600">{number}</Text>
          </Flex>
        ))}
      </Box>
    </TitledSheet>
  )
}
