'use client'
import { Box, Flex } from '@chakra-ui/react'
import type { CableRun } from '@/core/installation/installation'
import type { IdentityState } from '@/core/wiring/cableIdentity'
import { colour } from '@/look/colour'
import { Sheet } from '@/ui/Sheet'

const LINE: Readonly<Record<IdentityState, { dash?: string; ink: 'proven' | 'open' | 'stop' }>> = {
  identified: { ink: 'proven' },
  halfSeen: { dash: '9 5', ink: 'open' },
  unseen: { dash: '2 5', ink: 'open' },
  crossedOrJoined: { ink: 'stop' },
  noAnswer: { dash: '14 8', ink: 'stop' },
}

function End({ name }: { name: string }) {
  return (
    <Sheet
      bg="sheet2"
      px="8px"
      py="4px"
      fontSize="14px"
      fontWeight="600"
      maxW="34%"
      overflowWrap="anywhere"
      borderColor="rule2"
    >
      {name}
    </Sheet>
  )
}

/** The run as a line, the surer the more solid; crossed out where it is another one. */
function Line({ state }: { state: IdentityState }) {
  const { dash, ink } = LINE[state]
  return (
    <svg width="100%" height="38" preserveAspectRatio="none" aria-hidden>
      <line
        x1="0"
        y1="20"
        x2="100%"
        y2="20"
        stroke={colour(ink)}
        strokeWidth={state === 'identified' ? 3.4 : 2.4}
        strokeDasharray={dash}
      />
      {state === 'crossedOrJoined' && (
        <>
          <line x1="30%" y1="6" x2="70%" y2="34" stroke={colour('stop')} strokeWidth="2.4" />
          <line x1="30%" y1="34" x2="70%" y2="6" stroke={colour('stop')} strokeWidth="2.4" />
        </>
      )}
    </svg>
  )
}

/** One run between its two ends, as far as it is proven to be what its label says. */
export function RunBetweenEnds({ run, state, chosen }: { run: CableRun; state: IdentityState; chosen: boolean }) {
  return (
    <Flex align="center" gap="10px">
      <End name={run.from} />
      <Box flex="1" minW="60px" position="relative">
        <Line state={state} />
        <Flex position="absolute" inset="0" align="center" justify="center">
          <Box
            bg={chosen ? 'emberSoft' : 'sheet'}
            px="7px"
            fontFamily="mono"
            fontSize="14px"
            borderWidth="1px"
            borderColor="rule2"
            borderRadius="l1"
          >
            {run.tag}
          </Box>
        </Flex>
      </Box>
      <End name={run.to} />
    </Flex>
  )
}
