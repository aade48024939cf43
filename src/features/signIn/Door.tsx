import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Mark } from '@/ui/Mark'
import { Sheet } from '@/ui/Sheet'

/** A page before the sign-in: one sheet with what is asked, and a word under it. */
export function Door({
  title = 'Awlbright',
  lead,
  foot,
  children,
}: {
  title?: string
  lead?: ReactNode
  foot?: ReactNode
  children: ReactNode
}) {
  return (
    <Flex as="main" minH="100dvh" align="center" justify="center" p="16px">
      <Box w="100%" maxW="400px">
        <Flex align="center" gap="10px" mb="4">
          <Mark />
          <Heading as="h1" fontSize="26px">
            {title}
          </Heading>
        </Flex>
        {lead && (
          <Text color="ink2" mb="4">
            {lead}
          </Text>
        )}
        <Sheet p="20px">{children}</Sheet>
        {foot && (
          <Text color="ink2" fontSize="14px" mt="3">
            {foot}
          </Text>
        )}
      </Box>
    </Flex>
  )
}
