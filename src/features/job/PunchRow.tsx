import { Box, Flex } from '@chakra-ui/react'
import type { Verdict } from '@/core/rules/verdict'
import { Punch } from '@/ui/Punch'

/** The marks of a stage or a job, one a point: its progress at a glance. */
export function PunchRow({
  verdicts,
  total = verdicts.length,
  size = 9,
  most = 200,
}: {
  verdicts: readonly Verdict[]
  /** How many there are, where only the first are at hand. */
  total?: number
  size?: number
  most?: number
}) {
  return (
    <Flex wrap="wrap" gap="3px" aria-hidden>
      {verdicts.slice(0, most).map((verdict, k) => (
        <Punch key={k} verdict={verdict} size={size} />
      ))}
      {total > most && (
        <Box fontSize="12px" lineHeight="1" color="ink3">
          +{total - most}
        </Box>
      )}
    </Flex>
  )
}
