'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { jointMs } from '@/core/outage/run/betweenMarks'
import { type OutageRun, seenGap } from '@/core/outage/run/outageRun'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { clockWords } from '@/core/outage/run/markWords'
import { KIND_WORDS, PHASE_WORDS } from './runWords'

const TONE = {
  ready: 'ink',
  dark: 'stop',
  island: 'island',
  returning: 'watch',
  onStreet: 'ink',
  ended: 'ink',
} as const

/** The clock from the cut, to be read across a garage. */
export function RunClock({ run, nowMs, reactionMs }: { run: OutageRun; nowMs: number; reactionMs: number }) {
  const { out, ended, phase } = run
  const untilMs = ended ? jointMs(ended) : nowMs
  const gap = seenGap(run, reactionMs)
  return (
    <Flex align="baseline" gap="0 22px" wrap="wrap">
      <Text
        fontFamily="mono"
        fontSize={{ base: '84px', md: '120px' }}
        lineHeight="1"
        color={TONE[phase]}
        role="timer"
        aria-label="Since the cut"
      >
        {out ? clockWords(untilMs - jointMs(out)) : '0:00'}
      </Text>
      <Box>
        <Text fontSize={{ base: '22px', md: '28px' }} fontWeight="600" role="status" aria-label="The run stands at">
          {PHASE_WORDS[phase]}
        </Text>
        <Text color="ink2">{KIND_WORDS[run.kind]}</Text>
        {gap && (
          <Text color="ink2">
            gap as tapped: {formatDuration(gap.leastMs)} to {formatDuration(gap.mostMs)}, grade C: a stopwatch
          </Text>
        )}
        {run.out && run.back && !gap && (
          <Text color="ink2">no gap is claimed: the clocks of the two phones were never compared</Text>
        )}
      </Box>
    </Flex>
  )
}
