'use client'
import { Flex, Text } from '@chakra-ui/react'
import type { CrewView } from '@/server/useCases/crew'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { useAttemptWith } from '../useAttempt'

const KIND_WORDS = { invitation: 'invited as', newPassword: 'new password for the' } as const

/** Links that nobody has used yet; nothing where there is none. */
export function InvitationsSheet({ crew, refresh }: { crew: CrewView; refresh: () => Promise<void> }) {
  const { clock } = useTimes()
  const { attempt, failure, busy } = useAttemptWith(refresh)
  if (crew.links.length === 0) return null
  return (
    <TitledSheet title="Not here yet" note="links that nobody has used">
      {failure && (
        <Notice kind="error" mx="14px" mb="8px">
          {failure}
        </Notice>
      )}
      {crew.links.map(({ id, kind, name, email, role, expiresAt, madeByName }) => (
        <Flex key={id} align="center" gap="10px" px="14px" py="6px" borderTopWidth="1px" borderColor="rule" wrap="wrap">
          <Text flex="1" minW="220px" fontSize="14px" overflowWrap="anywhere">
            <Text as="span" fontWeight="600">
              {name}
            </Text>{' '}
            ({email}), {KIND_WORDS[kind]} {role} by {madeByName}
            {expiresAt && `, works until ${clock(expiresAt)}`}
          </Text>
          <Button
            size="sm"
            disabled={busy}
            aria-label={`Withdraw the link of ${name}`}
            onClick={() => void attempt(() => callUseCase('withdrawInvitation', { linkId: id }))}
          >
            Withdraw
          </Button>
        </Flex>
      ))}
    </TitledSheet>
  )
}
