'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { stageSummaries } from '@/core/evidence/bench'
import { STAGE_WORDS } from '@/core/evidence/point'
import { paintedApart } from '@/ui/paintedApart'
import { useJob } from './JobContext'
import { PunchRow } from './PunchRow'

/** The eight stages in working order: how far each is, and whether it holds the job up. */
export function Rail({ onChoose }: { onChoose?: () => void }) {
  const { bench, stage, goTo } = useJob()
  return (
    <chakra.nav
      {...paintedApart}
      aria-label="Stages"
      bg="sheet2"
      borderRightWidth={{ lg: '1px' }}
      borderColor="rule2"
      py="6px"
      overflowY="auto"
    >
      {stageSummaries(bench).map(({ stage: own, verdicts, proven, total, holdsJobUp }, k) => {
        const current = own === stage
        return (
          <chakra.button
            key={own}
            {...paintedApart}
            type="button"
            onClick={() => {
              goTo(own)
              onChoose?.()
            }}
            aria-current={current ? 'page' : undefined}
            aria-label={`${STAGE_WORDS[own]}: ${total === 0 ? 'worked out, nothing to prove' : `${proven} of ${total} proven`}${holdsJobUp ? ', holds the job up' : ''}`}
            display="grid"
            gridTemplateColumns="18px 1fr"
            columnGap="8px"
            w="100%"
            textAlign="left"
            px="12px"
            py="8px"
            minH="52px"
            alignContent="start"
            cursor="pointer"
            borderLeftWidth="3px"
            borderColor={current ? 'ember' : 'transparent'}
            bg={current ? 'sheet' : 'transparent'}
            _hover={{ bg: 'sheet' }}
          >
            <Box fontFamily="mono" fontSize="12px" color="ink3" pt="3px">
              {k + 1}
            </Box>
            <Flex align="baseline" gap="6px">
              <Box fontWeight="600" color={current ? 'ember' : 'ink'}>
                {STAGE_WORDS[own]}
              </Box>
              {holdsJobUp && (
                <Box ml="auto" fontSize="12px" color="stop" fontWeight="600">
                  holds
                </Box>
              )}
            </Flex>
            <Box gridColumn="2" mt="4px" minH="9px">
              <PunchRow verdicts={verdicts} most={30} />
            </Box>
          </chakra.button>
        )
      })}
    </chakra.nav>
  )
}
