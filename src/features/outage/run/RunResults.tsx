'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { readingText } from '@/core/evidence/slotReadings'
import { standingReadings } from '@/core/evidence/reading'
import { energyGiven, islandMoments } from '@/core/outage/run/energyGiven'
import { type RunResult, resultsOfRun } from '@/core/outage/run/resultsOfRun'
import type { OutageRun } from '@/core/outage/run/outageRun'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'
import type { RunMoment } from './useMoments'
import { withinSentence } from '@/core/withinSentence'

const asText = ({ offered }: RunResult): string =>
  offered.kind === 'word'
    ? offered.word
    : readingText({ valueNumber: offered.value, valueWord: null, digits: null, unit: offered.unit })

/** What the run has shown and is not in the record yet: taken in one by one or all at once, by the same rule as anything typed. */
export function RunResults({ run, moments }: { run: OutageRun; moments: readonly RunMoment[] }) {
  const { bench, record, may, offer } = useJob()
  const [fault, setFault] = useState<string | null>(null)
  const [taking, setTaking] = useState(false)
  const results = resultsOfRun(
    run,
    bench.points,
    standingReadings(record.readings),
    energyGiven(islandMoments(run, moments)),
    bench.context.pack.limits.tapReactionMs.value,
  )
  if (run.kind === 'practice' || results.length === 0 || !may('recordReadings')) return null
  const take = async (wanted: readonly RunResult[]) => {
    setTaking(true)
    setFault(null)
    for (const { pointKey, slot: slotId, offered } of wanted) {
      const point = bench.points.find(({ key }) => key === pointKey)
      const slot = point?.slots.find(({ id }) => id === slotId)
      if (!point || !slot) continue
      const entered = await offer({ point, slot }, offered)
      if (entered?.kind !== 'refused') continue
      setFault(`${point.label}: ${entered.message}`)
      break
    }
    setTaking(false)
  }
  return (
    <TitledSheet
      title="Not in the record yet"
      note="what this run has shown"
      actions={
        <Button size="sm" variant="act" disabled={taking} onClick={() => void take(results)}>
          Record all {results.length}
        </Button>
      }
    >
      <Box pb="6px">
        {results.map((one) => {
          const point = bench.points.find(({ key }) => key === one.pointKey)
          const slot = point?.slots.find(({ id }) => id === one.slot)
          return (
            <Flex
              key={`${one.pointKey} ${one.slot}`}
              px="14px"
              py="3px"
              gap="4px 12px"
              wrap="wrap"
              align="center"
              borderTopWidth="1px"
              borderColor="rule"
              fontSize="14px"
              minH="40px"
            >
              <Text flex="1" minW="180px">
                {point?.label}
                {(point?.slots.length ?? 0) > 1 && `: ${withinSentence(slot?.label ?? '')}`}
              </Text>
              <Text fontFamily="mono">{asText(one)}</Text>
              <Button
                size="sm"
                disabled={taking}
                aria-label={`Record ${point?.label ?? ''} ${slot?.label ?? ''}`}
                onClick={() => void take([one])}
              >
                Record
              </Button>
            </Flex>
          )
        })}
      </Box>
      {fault !== null && (
        <Text role="alert" color="stop" px="14px" pb="8px">
          {fault}
        </Text>
      )}
    </TitledSheet>
  )
}
