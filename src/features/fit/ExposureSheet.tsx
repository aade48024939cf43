'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { JudgedUnit } from '@/core/fit/wallOfInstallation'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'

/** Shore, ingress protection, temperature and flood, unit by unit (F-4). */
export function ExposureSheet({ units }: { units: readonly JudgedUnit[] }) {
  if (units.length === 0) return null
  return (
    <TitledSheet title="Against the surroundings" note="F-4">
      {units.map(({ item, exposure: { findings, verdict } }) => (
        <Flex
          key={item.id}
          px="14px"
          py="7px"
          gap="12px"
          borderTopWidth="1px"
          borderColor="rule"
          fontSize="14px"
          align="flex-start"
        >
          <Box flex="1" minW="0">
            <Text fontWeight="600">{item.name}</Text>
            {findings.map(({ check, mark, why }) => (
              <Text key={check} color={mark === 'exceeds' ? 'stop' : 'ink2'}>
                {why}
              </Text>
            ))}
          </Box>
          <PlanMarkWord mark={verdict} />
        </Flex>
      ))}
    </TitledSheet>
  )
}
