'use client'
import { counted } from '@/core/quantity/counted'
import { Box, Heading, Text, chakra } from '@chakra-ui/react'
import type { SigningKeys } from '@/server/pack/signingKeys'
import { keyStanding } from '@/core/pack/keyHandover'
import type { PackVerification } from '@/core/pack/verifyPack'
import { useTimes } from '@/ui/useTimes'
import { Sheet } from '@/ui/Sheet'
import { PACK_TITLES, packWord, provenWords } from './verifyWords'

const TONES = { sound: 'proven', ask: 'watch', changed: 'stop' } as const

/** What was found of one pack: in a word, then what is proven by it and by whose key. */
export function VerifyResult({
  name,
  result,
  keys,
}: {
  name: string
  result: PackVerification
  /** What this server says of its keys; `null` where it could not be asked. */
  keys: SigningKeys | null
}) {
  const { clock, dayOf } = useTimes()
  const standing =
    keys && result.publicKey ? keyStanding(result.publicKey, result.sealedAt, keys.publicKey, keys.handovers) : null
  const word = packWord(result, standing)
  return (
    <Sheet px="18px" py="16px" role="status" borderLeftWidth="4px" borderLeftColor={TONES[word]}>
      <Heading as="h2" fontSize="21px" color={TONES[word]}>
        {PACK_TITLES[word]}
      </Heading>
      <Text color="ink2" mt="1">
        {name}
        {result.jobName ? ` · ${result.jobName}` : ''}
        {result.sealedAt && !Number.isNaN(Date.parse(result.sealedAt)) ? ` · sealed ${clock(result.sealedAt)}` : ''}
        {result.fileCount ? ` · ${counted(result.fileCount, ['file', 'files'])}` : ''}
      </Text>
      {provenWords(result, standing, dayOf).map((sentence) => (
        <Text key={sentence} mt="2">
          {sentence}
        </Text>
      ))}
      {result.problems.length > 0 && (
        <Box as="ul" mt="3" pl="18px" listStyleType="disc">
          {result.problems.slice(0, 50).map((problem) => (
            <li key={problem.message}>{problem.message}</li>
          ))}
        </Box>
      )}
      {result.fingerprint && (
        <Text mt="3" fontSize="14px">
          Signed with the key <chakra.span fontFamily="mono">{result.fingerprint}</chakra.span>
          {standing?.whose === 'own' && ', this server’s own'}.
        </Text>
      )}
    </Sheet>
  )
}
