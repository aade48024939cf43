'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { type GatewayFinding, gatewayFindings } from '@/core/settings/gatewayFindings'
import type { OutputOf } from '@/server/useCases'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { gatewayFindingWords, GATEWAY_FINDING_LABELS } from './gatewayFindingWords'

/** What the gateway says of itself, against what was mounted and planned (S-2). */
export function GatewayFindings({ said }: { said: OutputOf<'readGateway'>['said'] }) {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
  } = useJob()
  const findings = gatewayFindings(
    { counts: new Map(said.counts), settings: new Map(said.settings), nowS: said.nowS },
    installation,
    pack.limits,
  )
  return (
    <TitledSheet
      title="What the gateway says of itself"
      note="against what was mounted and planned; nothing of it is stored"
    >
      <Box px="14px" pb="10px" fontSize="14px">
        {findings.map((finding) => (
          <Line key={finding.name} finding={finding} />
        ))}
      </Box>
    </TitledSheet>
  )
}

function Line({ finding }: { finding: GatewayFinding }) {
  return (
    <Flex gap="12px" py="5px" borderTopWidth="1px" borderColor="rule" wrap="wrap">
      <Box w="92px">
        <VerdictWord verdict={finding.verdict} />
      </Box>
      <Text fontWeight="600" w={{ base: 'auto', md: '270px' }}>
        {GATEWAY_FINDING_LABELS[finding.name]}
      </Text>
      <Text flex="1" minW="220px">
        {gatewayFindingWords(finding)}
      </Text>
    </Flex>
  )
}
