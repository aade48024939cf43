'use client'
import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { settingsCrossChecks } from '@/core/evidence/settingsCrossChecks'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { CheckLine } from './CheckLine'
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
          <CheckLine key={check.name} verdict={check.verdict} label={CROSS_CHECK_LABELS[check.name]}>
            {crossCheckSentence(check)}
          </CheckLine>
        ))}
      </Box>
    </TitledSheet>
  )
}
