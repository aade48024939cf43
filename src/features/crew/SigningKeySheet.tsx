'use client'
import { Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { getJson, problemWords } from '../api'

/** The key that this server seals packs with, so that a customer can be told what the verifier has to say. */
export function SigningKeySheet() {
  const { data, error } = useQuery({
    queryKey: ['signing-key'],
    queryFn: () => getJson<{ publicKey: string; fingerprint: string }>('/api/signing-key'),
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
    </TitledSheet>
  )
}
