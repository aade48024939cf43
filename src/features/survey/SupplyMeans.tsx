'use client'
import { Flex, Text } from '@chakra-ui/react'
import { supplyConsequences } from '@/core/plan/supplyConsequences'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'

const CONSEQUENCE_WORDS = { bond: 'Neutral–earth bond', cost: 'Cost', paper: 'Papers', scope: 'Scope' } as const

/** What the kind of supply means for bond, cost, papers and scope; nothing where it means nothing. */
export function SupplyMeans() {
  const {
    record: {
      installation: { supply },
    },
    bench: {
      context: { pack },
    },
  } = useJob()
  const consequences = supplyConsequences(pack.id, supply)
  if (consequences.length === 0) return null
  return (
    <TitledSheet title="What this supply means">
      {consequences.map(({ kind, text }) => (
        <Flex key={text} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" gap="12px" fontSize="14px">
          <Text w="118px" flex="none" color="ink2">
            {CONSEQUENCE_WORDS[kind]}
          </Text>
          <Text flex="1" minW="0">
            {text}
          </Text>
        </Flex>
      ))}
    </TitledSheet>
  )
}
