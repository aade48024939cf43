import { Box, Flex, Heading } from '@chakra-ui/react'
import type { ReactNode } from 'react'

/** The bench's own headline: what this stage says just now, and what can be done. */
export function BenchHead({ title, note, actions }: { title: string; note?: ReactNode; actions?: ReactNode }) {
  return (
    <Flex align="baseline" gap="12px" wrap="wrap">
      <Heading as="h2" fontSize={{ base: '21px', lg: '25px' }} lineHeight="1.15">{title}</Heading>
      {note && <Box color="ink2">{note}</Box>}
      {actions && <Flex ml="auto" gap="8px" wrap="wrap">{actions}</Flex>}
    </Flex>
  )
}
