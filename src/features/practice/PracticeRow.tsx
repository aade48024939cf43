import { Flex, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** One row of things that belong together, under its name. */
export function PracticeRow({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Flex
      gap="8px 12px"
      align="baseline"
      wrap={{ base: 'wrap', md: 'nowrap' }}
      borderTopWidth="1px"
      borderColor="rule"
      mt="8px"
      pt="8px"
    >
      <Text fontWeight="600" w={{ base: '100%', md: '92px' }} flex="none">
        {name}
      </Text>
      <Flex gap="8px 12px" align="center" wrap="wrap" flex="1" minW="0">
        {children}
      </Flex>
    </Flex>
  )
}
