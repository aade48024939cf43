'use client'
import { pointsToShow } from '@/core/evidence/bench'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Button, ButtonLink } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { STAGE_WORDS } from '@/core/evidence/point'
import { jobFileOfRecord } from '@/jobFile/jobFileOfRecord'
import { BenchHead } from '../job/BenchHead'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { HoldsSheet } from '../outage/HoldsSheet'
import { download } from '../survey/download'
import { FaultCallsSheet } from './FaultCallsSheet'
import { PacksSheet } from './PacksSheet'
import { ReviewSheet } from './ReviewSheet'
import { SealButton } from './SealButton'
import { SealingList } from './SealingList'
import { SignaturesSheet } from './SignaturesSheet'
import { TrendsSheet } from './TrendsSheet'
import { VisitsSheet } from './VisitsSheet'
import { WallSheet } from './wall/WallSheet'

/** Handover: each promise with the evidence for it, what is still open, and the sealed pack. */
export function HandoverBench() {
  const { bench, goTo, may, record, view } = useJob()
  const [sealing, setSealing] = useState(false)
  const open = pointsToShow(bench).filter(({ key }) =>
    ['open', 'stop'].includes(bench.judgements.get(key)?.verdict ?? 'open'),
  )
  const stopped = open.filter(({ key }) => bench.judgements.get(key)?.verdict === 'stop').length
  const kept = bench.promises.filter(({ verdict }) => verdict === 'proven' || verdict === 'watch').length
  const held = bench.holds.find(({ step }) => step.id === 'handover')
  const saveFile = () =>
    download(
      `${record.installation.name}.job.json`,
      `${JSON.stringify(jobFileOfRecord(record, view.place), null, 2)}\n`,
      'application/json',
    )
  return (
    <>
      <BenchHead
        title={
          bench.promises.length === 0
            ? 'Nothing has been promised'
            : `${kept} of ${bench.promises.length} promises shown`
        }
        note={
          open.length === 0
            ? 'every point has evidence'
            : `${open.length} point${open.length === 1 ? '' : 's'} without evidence${stopped ? `, ${stopped} stopped` : ''}`
        }
        actions={
          <>
            <ButtonLink size="sm" href={`/api/jobs/${record.installation.jobId}/card`} download="what-to-do.pdf">
              What-to-do card
            </ButtonLink>
            <Button size="sm" onClick={saveFile}>
              Save the job as a file
            </Button>
          </>
        }
      />
      <FaultCallsSheet />
      <TitledSheet title="The promises, and the evidence">
        {bench.promises.length === 0 && (
          <EmptyState
            title="No promises yet"
            action={
              <Button size="sm" onClick={() => goTo('plan')}>
                Go to Plan
              </Button>
            }
          >
            Choose the changeover in Plan; it writes what is promised to the household.
          </EmptyState>
        )}
        {bench.promises.map(({ promise, verdict, says, points }) => (
          <Flex
            key={promise.id}
            borderTopWidth="1px"
            borderColor="rule"
            px="14px"
            py="9px"
            gap="12px"
            wrap={{ base: 'wrap', md: 'nowrap' }}
          >
            <Box w="82px" flex="none" pt="1px">
              <VerdictWord verdict={verdict} />
            </Box>
            <Box flex="1" minW="200px">
              <Text fontWeight="600">{promise.sentence}</Text>
              <Text fontSize="14px" color="ink2">
                {says}
              </Text>
              <Flex gap="4px 12px" wrap="wrap" mt="3px">
                {points.map((point) => (
                  <Button
                    key={point.key}
                    variant="bare"
                    size="sm"
                    minH="28px"
                    px="0"
                    fontSize="13px"
                    fontWeight="400"
                    onClick={() =>
                      goTo(bench.points.find(({ key }) => key === point.key)?.stage ?? 'outage', point.key)
                    }
                  >
                    {point.label}
                    {point.value ? `: ${point.value}` : ''}
                  </Button>
                ))}
              </Flex>
            </Box>
          </Flex>
        ))}
      </TitledSheet>
      <ReviewSheet />
      <SignaturesSheet />
      <PacksSheet onSeal={may('requestPack') ? () => setSealing(true) : undefined} />
      <WallSheet />
      <VisitsSheet />
      <TrendsSheet />
      <Grid templateColumns={{ base: '1fr', xl: '1fr 1fr' }} gap="12px" alignItems="start">
        <PointList points={bench.points.filter(({ stage }) => stage === 'handover')} />
        {held && <HoldsSheet state={held} />}
      </Grid>
      {open.length > 0 && (
        <TitledSheet title="Printed in the pack as open" note={`${open.length}`}>
          {open.slice(0, 60).map((point) => (
            <Flex
              key={point.key}
              borderTopWidth="1px"
              borderColor="rule"
              px="14px"
              gap="10px"
              align="center"
              minH="40px"
              fontSize="14px"
            >
              <Box w="82px" flex="none">
                <VerdictWord verdict={bench.judgements.get(point.key)?.verdict ?? 'open'} />
              </Box>
              <Button
                variant="bare"
                size="sm"
                px="0"
                fontWeight="400"
                justifyContent="flex-start"
                textAlign="left"
                onClick={() => goTo(point.stage, point.key)}
              >
                {STAGE_WORDS[point.stage]}: {point.label}
              </Button>
            </Flex>
          ))}
        </TitledSheet>
      )}
      <SealOverlay open={sealing} onClose={() => setSealing(false)} />
    </>
  )
}

function SealOverlay({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { bench, outboxState } = useJob()
  const waiting = outboxState.entries.length
  return (
    <Overlay title="Seal the pack" open={open} onClose={onClose}>
      <Text>
        Everything as it stands now goes into one file with a signature. Later readings make a new pack; this one stays
        as it was.
      </Text>
      <SealingList />
      {bench.holdLine.step !== null && (
        <Notice kind="caution" mt="3">
          {bench.holdLine.sentence} The pack says so.
        </Notice>
      )}
      {waiting > 0 && (
        <Notice kind="error" mt="3">
          {waiting} entr{waiting === 1 ? 'y has' : 'ies have'} not reached the server from this device and would be
          missing. Send them first.
        </Notice>
      )}
      <SealButton onDone={onClose} disabled={waiting > 0} />
    </Overlay>
  )
}
