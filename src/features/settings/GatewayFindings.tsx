'use client'
import { Box } from '@chakra-ui/react'
import { gatewayFindings } from '@/core/settings/gatewayFindings'
import type { OutputOf } from '@/server/useCases'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { CheckLine } from './CheckLine'
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
          <CheckLine key={finding.name} verdict={finding.verdict} label={GATEWAY_FINDING_LABELS[finding.name]}>
            {gatewayFindingWords(finding)}
          </CheckLine>
        ))}
      </Box>
    </TitledSheet>
  )
}
