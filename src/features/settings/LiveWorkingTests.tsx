'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { belongsTo } from '@/core/evidence/families'
import { type WorkingTest, isForced, workingTests } from '@/core/evidence/families/workingTests'
import type { Point } from '@/core/evidence/point'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { parseFigure } from '../forms/parseFigure'
import { useJob } from '../job/JobContext'
import type { Live } from '../live/useLive'
import { testSentence } from '../powerLog/logWords'
import { RecordWindow } from '../powerLog/RecordWindow'
import { LONG_ENOUGH_S, type WatchedTest, useWatchedTest } from './useWatchedTest'

/** T-11 on what the gateway gives now: each working test is watched for two minutes and judged by its worst one. */
export function LiveWorkingTests({ live }: { live: Live }) {
  const { bench } = useJob()
  const points = bench.points.filter((point) => belongsTo(point, workingTests)) as Point<WorkingTest>[]
  const [chosen, setChosen] = useState<{ kind: WorkingTest; setW: number | null; atMs: number } | null>(null)
  const watched = useWatchedTest(chosen, live)
  if (points.length === 0) return null
  return (
    <TitledSheet title="Working tests, live" note="T-11: settled for half a minute, then judged by the worst minute">
      {points.map((point) => (
        <TestRow
          key={point.key}
          point={point}
          watched={chosen?.kind === point.thing ? watched : null}
          onWatch={(setW) => setChosen({ kind: point.thing, setW, atMs: Date.now() })}
          onEnd={() => setChosen(null)}
        />
      ))}
    </TitledSheet>
  )
}

function TestRow({
  point,
  watched,
  onWatch,
  onEnd,
}: {
  point: Point<WorkingTest>
  watched: WatchedTest | null
  onWatch: (setW: number | null) => void
  onEnd: () => void
}) {
  const { view, bench } = useJob()
  const [text, setText] = useState('')
  const kind = point.thing
  const setW = isForced(kind) ? parseFigure(text) : null
  const ready = !isForced(kind) || (setW !== null && setW > 0)
  // the house that stands in is for practice: nothing of it is evidence
  const isPractice = view.gateway.host === null
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="7px" fontSize="14px">
      <Flex gap="4px 12px" wrap="wrap" align="center" minH="36px">
        <Text flex="1" minW="200px" fontWeight="600">
          {point.label}
        </Text>
        {isForced(kind) && !watched && (
          <Input
            size="sm"
            w="110px"
            inputMode="decimal"
            placeholder="W set"
            aria-label={`Power that is set: ${point.label}`}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        )}
        <Button size="sm" disabled={!watched && !ready} onClick={() => (watched ? onEnd() : onWatch(setW))}>
          {watched ? 'Leave it' : 'Watch it'}
        </Button>
        <Text color="ink2" w="100%">
          {bench.judgements.get(point.key)?.why}
        </Text>
      </Flex>
      {watched && (
        <Flex gap="4px 12px" wrap="wrap" align="center" role="status" aria-label={`Watching: ${point.label}`}>
          <VerdictWord verdict={watched.found.verdict} />
          <Text flex="1" minW="220px">
            {watched.seconds < LONG_ENOUGH_S
              ? `${watched.seconds} of ${LONG_ENOUGH_S} s; the battery now ${watched.batteryW === null ? 'not given' : formatQuantity(watched.batteryW, 'W', 3)}`
              : testSentence({ kind, fromS: 0, toS: watched.seconds, ...watched.found })}
          </Text>
          {watched.seconds >= LONG_ENOUGH_S &&
            (isPractice ? (
              <Text color="ink2">practice: nothing of it is recorded</Text>
            ) : (
              <RecordWindow
                kind={kind}
                found={watched.found}
                lastedS={watched.seconds}
                setW={watched.setW}
                source="live"
              />
            ))}
        </Flex>
      )}
    </Box>
  )
}
