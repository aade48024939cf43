'use client'
import { Box, Flex, Heading, chakra } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { STAGE_WORDS } from '@/core/evidence/point'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { paintedApart } from '@/ui/paintedApart'
import { useSameCallback } from '@/ui/useSameCallback'
import { useJob, useOnDevice } from '../JobContext'
import { LedgerGroup } from './LedgerGroup'
import { ledgerGroups, newestLines } from './ledgerGroups'

/** Lines that are drawn at first, and that are added when somebody asks for older ones. */
const LINES_AT_FIRST = 60
const LINES_MORE = 200

/** What was recorded in this stage, newest first: each line a reading with who, when and with what; corrected ones stay, struck through. */
export function Ledger({ onTakeBack, onFold }: { onTakeBack: () => void; onFold: () => void }) {
  const { bench, stage, at, select, may } = useJob()
  const { record } = useOnDevice()
  const choose = useSameCallback(select)
  const mayCorrect = may('recordReadings')
  const [most, setMost] = useState(LINES_AT_FIRST)
  const [groups, count] = useMemo(() => {
    const all = ledgerGroups(bench.points, record.readings, stage)
    return [newestLines(all, most), all.reduce((sum, { readings }) => sum + readings.length, 0)] as const
  }, [bench.points, record.readings, stage, most])
  const correctedBy = useMemo(
    () =>
      new Map(
        record.readings.flatMap((reading) => (reading.supersedes ? [[reading.supersedes, reading] as const] : [])),
      ),
    [record.readings],
  )
  const older = count - groups.reduce((sum, { readings }) => sum + readings.length, 0)
  return (
    <chakra.aside
      {...paintedApart}
      aria-label="Ledger"
      bg="sheet"
      borderLeftWidth={{ lg: '1px' }}
      borderColor="rule2"
      display="flex"
      flexDirection="column"
      minH="0"
      h="100%"
    >
      <Flex px="14px" pt="11px" pb="8px" justify="space-between" align="baseline" color="ink2" fontSize="14px">
        <Heading as="h2" fontSize="14px" color="ink2">
          Ledger
        </Heading>
        <Flex gap="8px" align="baseline">
          <span>
            {STAGE_WORDS[stage].toLowerCase()} · {count}
          </span>
          <Button size="sm" variant="bare" px="4px" onClick={onTakeBack} title="Take back what you did last (u)">
            Take back
          </Button>
          <Button
            hideBelow="lg"
            size="sm"
            variant="bare"
            px="4px"
            onClick={onFold}
            aria-label="Fold the ledger"
            title="Fold the ledger"
          >
            »
          </Button>
        </Flex>
      </Flex>
      <Box overflowY="auto" flex="1" minH="0" tabIndex={0} role="region" aria-label="Recorded readings">
        {groups.length === 0 &&
          (stage === 'plan' ? (
            <EmptyState title="A plan proves nothing">
              It is worked out, not recorded; its promises find their evidence in the later stages.
            </EmptyState>
          ) : (
            <EmptyState title="Nothing recorded here yet">
              Type a reading on the quick line below, or press Next.
            </EmptyState>
          ))}
        {groups.map((group) => {
          const judgement = bench.judgements.get(group.pointKey)
          return (
            <LedgerGroup
              key={group.id}
              {...group}
              verdict={judgement?.verdict ?? 'open'}
              why={judgement?.why ?? 'No longer in the plan; kept on record.'}
              chosen={at === group.pointKey}
              correctedBy={correctedBy}
              instruments={record.instruments}
              mayCorrect={mayCorrect}
              onChoose={choose}
            />
          )
        })}
        {older > 0 && (
          <Box borderTopWidth="1px" borderColor="rule" px="14px" py="10px">
            <Button size="sm" onClick={() => setMost(most + LINES_MORE)}>
              Show {Math.min(older, LINES_MORE)} older of {older}
            </Button>
          </Box>
        )}
      </Box>
    </chakra.aside>
  )
}
