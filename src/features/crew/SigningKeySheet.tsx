'use client'
import { Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useTimes } from '@/ui/useTimes'
import type { SigningKeys } from '@/server/pack/signingKeys'
import { getJson, problemWords } from '../api'

/** The key that this server seals packs with, so that a customer can be told what the verifier has to say. */
export function SigningKeySheet() {
  const { dayOf } = useTimes()
  const { data, error } = useQuery({
    queryKey: ['signing-key'],
    queryFn: () => getJson<SigningKeys>('/api/signing-key'),
    retry: false,
  })
  return (
    <TitledSheet title="The key of your packs">
      {error && (
        <Notice kind="error" mx="14px" mb="10px">
          {problemWords(error)}
        </Notice>
      )}
      {data && (
        <Text px="14px" pb="12px" fontSize="14px">
          Whoever verifies a pack of yours is told this fingerprint:{' '}
          <Text as="span" fontFamily="mono" fontWeight="600">
            {data.fingerprint}
          </Text>
          <Text as="span" display="block" color="ink2" fontSize="13px" overflowWrap="anywhere" mt="1">
            Public key {data.publicKey}. Its secret half lies with the server’s own secrets, and in every copy of them.
          </Text>
        </Text>
      )}
      {data && data.earlier.length > 0 && (
        <Text as="div" px="14px" pb="12px" fontSize="14px">
          Packs sealed before stay verifiable by their own keys:
          {data.earlier.map(({ publicKey, fingerprint, until }) => (
            <Text key={publicKey}>
              <Text as="span" fontFamily="mono">
                {fingerprint}
              </Text>{' '}
              until {dayOf(until)}
            </Text>
          ))}
        </Text>
      )}
      {data && (
        <Text px="14px" pb="12px" fontSize="13px" color="ink2">
          When somebody may have got at it, “npm run rotate-key” on the server puts a new one in its place, named and
          signed by the old one.
        </Text>
      )}
    </TitledSheet>
  )
}
