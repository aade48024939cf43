import { Box, Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import type { Verdict } from '@/core/rules/verdict'
import { VerdictWord } from '@/ui/VerdictWord'

/** One check as a line: how it came out, what it is, and its sentence with the numbers. */
export function CheckLine({ verdict, label, children }: { verdict: Verdict; label: string; children: ReactNode }) {
  return (
    <Flex gap="12px" py="5px" borderTopWidth="1px" borderColor="rule" wrap="wrap">
      <Box w="92px">
        <VerdictWord verdict={verdict} />
      </Box>
      <Text fontWeight="600" w={{ base: 'auto', md: '270px' }}>
        {label}
      </Text>
      <Text flex="1" minW="220px">
        {children}
      </Text>
    </Flex>
  )
}
