'use client'
import { Box, Flex, chakra } from '@chakra-ui/react'
import { memo } from 'react'
import { type StageSummary, stageSummaries } from '@/core/evidence/bench'
import { STAGE_WORDS, type Stage } from '@/core/evidence/point'
import { paintedApart } from '@/ui/paintedApart'
import { useSameCallback } from '@/ui/useSameCallback'
import { useJob } from './JobContext'
import { PunchRow } from './PunchRow'

/** The eight stages in working order: how far each is, and whether it holds the job up. */
export function Rail({ onChoose }: { onChoose?: () => void }) {
  const { bench, stage, goTo } = useJob()
  const choose = useSameCallback((to: Stage) => {
    goTo(to)
    onChoose?.()
  })
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
      {stageSummaries(bench).map((summary, k) => (
        <RailStage
          key={summary.stage}
          summary={summary}
          place={k + 1}
          current={summary.stage === stage}
          onChoose={choose}
        />
      ))}
    </chakra.nav>
  )
}

interface RailStageProps {
  summary: StageSummary
  place: number
  current: boolean
  onChoose: (stage: Stage) => void
}

/** Whether a stage would be drawn as it is: its summary is made anew for each reading of the job. */
function isDrawnAlike({ summary: before, ...own }: RailStageProps, { summary: after, ...other }: RailStageProps) {
  return (
    own.place === other.place &&
    own.current === other.current &&
    own.onChoose === other.onChoose &&
    before.stage === after.stage &&
    before.holdsJobUp === after.holdsJobUp &&
    before.verdicts.length === after.verdicts.length &&
    before.verdicts.every((verdict, k) => verdict === after.verdicts[k])
  )
}

const wordsOf = ({ stage, proven, total, holdsJobUp }: StageSummary) =>
  `${STAGE_WORDS[stage]}: ${total === 0 ? 'worked out, nothing to prove' : `${proven} of ${total} proven`}${holdsJobUp ? ', holds the job up' : ''}`

/** One stage: its marks, and that it holds the job up where it does. */
const RailStage = memo(function RailStage({ summary, place, current, onChoose }: RailStageProps) {
  const { stage, verdicts, holdsJobUp } = summary
  return (
    <chakra.button
      {...paintedApart}
      type="button"
      onClick={() => onChoose(stage)}
      aria-current={current ? 'page' : undefined}
      aria-label={wordsOf(summary)}
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
        {place}
      </Box>
      <Flex align="baseline" gap="6px">
        <Box fontWeight="600" color={current ? 'ember' : 'ink'}>
          {STAGE_WORDS[stage]}
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
}, isDrawnAlike)
