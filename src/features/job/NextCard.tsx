'use client'
import { Box, Flex, Heading } from '@chakra-ui/react'
import { nextPoint } from '@/core/evidence/next'
import { stageSummaries } from '@/core/evidence/bench'
import { STAGE_WORDS } from '@/core/evidence/point'
import { Sheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from './JobContext'
import { NextButton } from './NextButton'
import { PointDetail } from './PointDetail'
import { InstrumentChoice } from './InstrumentChoice'
import { PunchRow } from './PunchRow'

/** The phone's first view: the point in hand, large, and the way to the next. */
export function NextCard() {
  const { bench, at, instrumentIds } = useJob()
  // a reading made without naming its instrument is at most Watch: who holds none sees that before the figure
  const choiceFirst = instrumentIds.length === 0
  const point = bench.points.find(({ key }) => key === at) ?? nextPoint(bench)?.point
  const judgement = point && bench.judgements.get(point.key)
  const marks = stageSummaries(bench).find(({ stage }) => stage === point?.stage)?.verdicts ?? []
  return (
    <Flex direction="column" gap="12px" p="12px">
      {point && (
        <>
          <PunchRow verdicts={marks} size={15} most={36} />
          <Box>
            <Box color="ink2" fontSize="14px">
              {STAGE_WORDS[point.stage]}
            </Box>
            <Heading as="h2" fontSize="22px" lineHeight="1.2" overflowWrap="anywhere">
              {point.label}
            </Heading>
          </Box>
          {choiceFirst && <InstrumentChoice />}
          <Sheet p="14px">
            <Flex align="baseline" gap="8px" mb="6px">
              <Box fontSize="34px" lineHeight="1.1" fontWeight="700" overflowWrap="anywhere">
                {judgement?.value ?? '–'}
              </Box>
              <Box ml="auto">
                <VerdictWord verdict={judgement?.verdict ?? 'open'} size={18} />
              </Box>
            </Flex>
            <PointDetail point={point} large />
          </Sheet>
        </>
      )}
      {(!choiceFirst || !point) && <InstrumentChoice />}
      <NextButton size="glove" />
    </Flex>
  )
}
