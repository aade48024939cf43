import { Box, Flex, Heading } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** The bench's own headline: what this stage says just now, and what can be done. */
export function BenchHead({ title, note, actions }: { title: string; note?: ReactNode; actions?: ReactNode }) {
  return (
    <Flex data-bench-head align="center" gap="12px" wrap={{ base: 'wrap', lg: 'nowrap' }} minH="44px">
      <Flex align="baseline" gap="2px 12px" wrap="wrap" flex="1" minW={{ base: actions ? '100%' : '0', lg: '0' }}>
        <Heading as="h2" fontSize={{ base: '21px', lg: '25px' }} lineHeight="1.15">
          {title}
        </Heading>
        {note && <Box color="ink2">{note}</Box>}
      </Flex>
      {actions && (
        <Flex gap="8px" wrap="wrap" flex={{ base: '1', lg: 'none' }}>
          {actions}
        </Flex>
      )}
    </Flex>
  )
}
