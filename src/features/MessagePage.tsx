'use client'
import { Box, Flex, Heading } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { ButtonLink } from '@/ui/Button'
import { Mark } from '@/ui/Mark'

/** A page that says one thing. */
export function MessagePage({
  title,
  children,
  action,
}: {
  title: string
  children: ReactNode
  action?: { href: string; label: string }
}) {
  return (
    <Flex minH="100dvh" align="center" justify="center" p="24px">
      <Box maxW="46ch">
        <Mark />
        <Heading as="h1" fontSize="26px" mt="3">
          {title}
        </Heading>
        <Box color="ink2" mt="2">
          {children}
        </Box>
        {action && (
          <ButtonLink variant="act" mt="4" href={action.href}>
            {action.label}
          </ButtonLink>
        )}
      </Box>
    </Flex>
  )
}

/** For an address that asked for public links too often. */
export const TooOften = () => (
  <MessagePage title="Asked too often">
    That was asked too often from here. Wait a minute, then open the link again.
  </MessagePage>
)
