'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { settingsCrossChecks } from '@/core/evidence/settingsCrossChecks'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { CROSS_CHECK_LABELS, crossCheckSentence } from './crossCheckWords'

/** What was set, held against the rest of the job (S-2): each check as a sentence with its numbers. */
export function CrossChecks() {
  const {
    bench: { context },
  } = useJob()
  const checks = useMemo(() => settingsCrossChecks(context), [context])
  if (checks.length === 0) return null
  return (
    <TitledSheet title="Cross-checks" note="what was set, against the rest of the job">
      <Box px="14px" pb="10px" fontSize="14px">
        {checks.map((check) => (
          <Flex key={check.name} gap="12px" py="5px" borderTopWidth="1px" borderColor="rule" wrap="wrap">
            <Box w="92px">
              <VerdictWord verdict={check.verdict} />
            </Box>
            <Text fontWeight="600" w={{ base: 'auto', md: '270px' }}>
              {CROSS_CHECK_LABELS[check.name]}
            </Text>
            <Text flex="1" minW="220px">
              {crossCheckSentence(check)}
            </Text>
          </Flex>
        ))}
      </Box>
    </TitledSheet>
  )
}
