import { chakra } from '@chakra-ui/react'
import type { Verdict } from '@/core/rules/verdict'
import { Punch, VERDICT_WORDS } from './Punch'

/** A verdict as mark and word. */
export function VerdictWord({ verdict, size = 15 }: { verdict: Verdict; size?: number }) {
  return (
    <chakra.span
      display="inline-flex"
      alignItems="center"
      verticalAlign="bottom"
      gap="6px"
      fontWeight="600"
      color={verdict}
      whiteSpace="nowrap"
    >
      <Punch verdict={verdict} size={size} />
      {VERDICT_WORDS[verdict]}
    </chakra.span>
  )
}
