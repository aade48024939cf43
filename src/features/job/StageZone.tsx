'use client'
import { Flex, chakra } from '@chakra-ui/react'
import { Suspense, useState } from 'react'
import { STAGE_WORDS } from '@/core/evidence/point'
import { PartBoundary } from '@/ui/PartBoundary'
import { paintedApart } from '@/ui/paintedApart'
import { PlanProvider } from '../plan/LoadDrafts'
import { STAGE_BENCHES } from '../stageBenches'
import { STAGE_SHOWN } from '../stageScripts'
import { BenchLoading } from './BenchLoading'
import { useBenchRoom } from './BenchRoom'
import { useJob } from './JobContext'
import { type Tab, zoneDisplay, zoneId } from './PhoneTabs'

/** The bench of the stage that is at hand. */
function StageAtHand() {
  const { stage } = useJob()
  const [firstStage] = useState(stage)
  const StageBench = STAGE_BENCHES[stage]
  // it came with the page and is part of it: one that waits for its script by itself is put away by whatever is drawn meanwhile
  if (stage === firstStage) return <StageBench />
  return (
    <PartBoundary key={stage}>
      <Suspense fallback={<BenchLoading />}>
        <StageBench />
      </Suspense>
    </PartBoundary>
  )
}

/** The zone of the bench. */
export function StageZone({ tab }: { tab: Tab }) {
  const { stage } = useJob()
  const { large } = useBenchRoom()
  return (
    <chakra.main
      id={zoneId('bench')}
      tabIndex={-1}
      {...paintedApart}
      position="relative"
      display={zoneDisplay('bench', tab)}
      overflowY="auto"
      minH="0"
      aria-label={`${STAGE_WORDS[stage]} bench`}
      {...{ [STAGE_SHOWN]: stage }}
      px={{ base: '10px', lg: '20px' }}
      py={{ base: '10px', lg: '14px' }}
      css={large ? { '& [data-bench-head]': { display: 'none' } } : undefined}
    >
      <Flex direction="column" gap="12px">
        <PlanProvider>
          <StageAtHand />
        </PlanProvider>
      </Flex>
    </chakra.main>
  )
}
