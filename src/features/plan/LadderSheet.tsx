import { counted } from '@/core/quantity/counted'
import { Box, Flex, Text } from '@chakra-ui/react'
import { ladderOfInstallation } from '@/core/plan/ladderOfInstallation'
import { type LadderRung, LEFT_OUT_WORDS, type LoadLadder } from '@/core/plan/loadLadder'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { usePlanned } from './LoadDrafts'
import { watts } from './wattsAndAmps'

/** One rung: what comes on, what runs then, and what is left of the source, the phase and the circuit. */
function RungRow({ rung, number, nightW }: { rung: LadderRung; number: number; nightW: number }) {
  const phase = rung.phaseMarginW === null ? '' : `, phase ${watts(rung.phaseMarginW)}`
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="6px" fontSize="14px">
      <Flex gap="10px" align="baseline">
        <Text fontFamily="mono" color="ink3" w="22px">
          {number}
        </Text>
        <Text fontWeight="600" flex="1" minW="0" overflowWrap="anywhere">
          {rung.name}
          <Text as="span" fontWeight="400" color="ink2">
            {' '}
            on {rung.circuitTag}, + {watts(rung.stepW)}
          </Text>
        </Text>
        <Text fontWeight="600">{watts(rung.totalW)}</Text>
      </Flex>
      <Flex gap="10px" align="center" pl="32px">
        <Box flex="1" h="6px" bg="sheet2" borderWidth="1px" borderColor="rule" aria-hidden>
          <Box h="100%" bg="grid" w={`${Math.min(100, (100 * rung.totalW) / nightW)}%`} />
        </Box>
        <Text fontSize="13px" color="ink2" flex="none">
          source {watts(rung.sourceMarginW)}
          {phase}, circuit {formatQuantity(rung.circuitMarginA, 'A', 3)} left
        </Text>
      </Flex>
    </Box>
  )
}

function LeftOut({ leftOut }: Pick<LoadLadder, 'leftOut'>) {
  if (leftOut.length === 0) return null
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
      <Text color="ink2">Left out of the ladder</Text>
      {leftOut.map(({ tag, name, cause }) => (
        <Text key={tag}>
          {name}: {LEFT_OUT_WORDS[cause]}.
        </Text>
      ))}
    </Box>
  )
}

/** T-14: the appliances of the test day in the order in which they are switched on. */
export function LadderSheet() {
  const { installation, plan } = usePlanned()
  const { rungs, highestW, leftOut, verdict } = ladderOfInstallation(installation, plan)
  const { nightW } = plan.limits
  const note = `${counted(rungs.length, ['rung', 'rungs'])} to ${watts(highestW)}, night limit ${watts(nightW)}${verdict === 'open' ? ' · open: see what is left out' : ''}`
  return (
    <TitledSheet title="Load ladder" note={rungs.length > 0 ? note : undefined}>
      {rungs.length === 0 && (
        <EmptyState title={nightW === null ? 'Open until the night limit is known' : 'Nothing to climb'}>
          {nightW !== null && 'Add loads that are backed up.'}
        </EmptyState>
      )}
      {rungs.map((rung, k) => (
        <RungRow key={rung.tag} rung={rung} number={k + 1} nightW={nightW ?? 1} />
      ))}
      <LeftOut leftOut={leftOut} />
    </TitledSheet>
  )
}
