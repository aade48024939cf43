'use client'
import { Flex, chakra } from '@chakra-ui/react'
import { outageRunsOf } from '@/core/outage/run/outageRun'
import { Button } from '@/ui/Button'
import { useJob } from '../../job/JobContext'
import { PHASE_WORDS } from './runWords'
import { withinSentence } from '@/core/withinSentence'

/** On every stage and every phone, while the supply is being cut: that it is, and the way to the keys. */
export function RunStrip({
  benchShown,
  onOpen,
}: {
  /** The bench is what a phone shows just now. */ benchShown: boolean
  onOpen: () => void
}) {
  const { record, stage, benchView, goTo } = useJob()
  const run = outageRunsOf(record.outageMarks).at(-1)
  const isThere = stage === 'outage' && benchView === 'run'
  if (!run || run.phase === 'ended' || (isThere && benchShown)) return null
  return (
    <Flex
      bg="emberSoft"
      borderBottomWidth="1px"
      borderColor="rule2"
      px="14px"
      py="4px"
      gap="4px 14px"
      align="center"
      wrap="wrap"
      hideFrom={isThere ? 'lg' : undefined}
      role="status"
      aria-label="A run is under way"
    >
      <chakra.span fontWeight="600">
        {run.kind === 'practice' ? 'A practice run is under way' : 'A run is under way'}:{' '}
        {withinSentence(PHASE_WORDS[run.phase])}
      </chakra.span>
      <Button
        size="sm"
        variant="act"
        ml="auto"
        onClick={() => {
          goTo('outage', null, 'run')
          onOpen()
        }}
      >
        To the cut
      </Button>
    </Flex>
  )
}
