'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { AccountView } from '@/server/useCases/account'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { useAttemptWith } from '../useAttempt'
import { deviceWords } from './deviceWords'

/** Where a person is signed in, each device with its way out. */
export function SessionsSheet({ account, refresh }: { account: AccountView; refresh: () => Promise<void> }) {
  const { clock } = useTimes()
  const { attempt, failure, busy } = useAttemptWith(refresh)
  return (
    <TitledSheet title="Signed in on" note={account.sessions.length === 1 ? 'this device alone' : undefined}>
      {failure && (
        <Notice kind="error" mx="14px" mb="8px">
          {failure}
        </Notice>
      )}
      {account.sessions.map(({ id, userAgent, ipAddress, createdAt, seenAt, current }) => (
        <Flex key={id} align="center" gap="10px" px="14px" py="6px" borderTopWidth="1px" borderColor="rule" minH="48px">
          <Box flex="1" minW="0" fontSize="14px">
            <Text fontWeight="600">{deviceWords(userAgent)}</Text>
            <Text color="ink2" fontSize="13px" overflowWrap="anywhere">
              since {clock(createdAt)}, last seen {clock(seenAt)}
              {ipAddress && ` from ${ipAddress}`}
            </Text>
          </Box>
          {current ? (
            <Text fontSize="14px" color="ink2">
              this device
            </Text>
          ) : (
            <Button
              size="sm"
              disabled={busy}
              aria-label={`Sign out ${deviceWords(userAgent)}`}
              onClick={() => void attempt(() => callUseCase('endOwnSession', { sessionId: id }))}
            >
              Sign out
            </Button>
          )}
        </Flex>
      ))}
    </TitledSheet>
  )
}
