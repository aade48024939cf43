'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { dataRunInOutage, dataRunTested } from '@/core/evidence/families/dataRuns'
import { verdictAt } from '@/core/evidence/verdictAt'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { SHIELD_WORDS, SIGNAL_WORDS, reachOf } from '@/core/wiring/dataRun'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { type FitEditing, FitItemOverlay } from '../fit/FitItemOverlay'
import { useJob } from '../job/JobContext'

type DataRun = FitItem<'dataRun'>

/** Data and control cables: runs as well, each with what its plan says and what was shown of it, with the street there and without. */
export function DataRunsSheet() {
  const {
    record: {
      installation: { fit },
    },
    may,
    actor,
  } = useJob()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const edit = may('saveFitItems') && actor.role !== 'hand'
  const runs = fitOf(fit, 'dataRun')
  return (
    <>
      <TitledSheet
        title="Data and control cables"
        actions={
          edit && (
            <Button size="sm" onClick={() => setEditing({ kind: 'dataRun', item: null })}>
              Add a data run
            </Button>
          )
        }
      >
        {runs.length === 0 && (
          <EmptyState title="No data runs yet">
            What the meter, the transformers, the battery and the gateway are heard and steered by: each cable or
            wireless way with its two ends.
          </EmptyState>
        )}
        {runs.map((run) => (
          <DataRunRow
            key={run.id}
            run={run}
            onEdit={edit ? () => setEditing({ kind: 'dataRun', item: run }) : undefined}
          />
        ))}
      </TitledSheet>
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}

/** What the plan says of a run, part by part; what it does not say is said too. */
function factsOf({ detail }: DataRun): string[] {
  const { carrier, signal, pinOut, shield, lengthM } = detail
  if (carrier === 'wireless') return ['wireless']
  const reach = reachOf(detail)
  return [
    carrier ?? 'not said how it is carried',
    signal === null ? 'not said what is on it' : SIGNAL_WORDS[signal],
    pinOut === null ? 'no pin-out' : `pins ${pinOut}`,
    shield === null ? 'shield not said' : SHIELD_WORDS[shield],
    lengthM === null ? 'length not said' : `${lengthM}\u00a0m planned`,
    reach === null ? 'reach not known' : `at most ${reach.mostM}\u00a0m`,
  ]
}

function DataRunRow({ run, onEdit }: { run: DataRun; onEdit?: () => void }) {
  const { bench, at, select } = useJob()
  const tested = dataRunTested.key(run)
  const chosen = at === tested
  return (
    <Flex
      borderTopWidth="1px"
      borderColor="rule"
      px="14px"
      py="8px"
      gap="6px 16px"
      wrap="wrap"
      align="center"
      bg={chosen ? 'emberSoft' : undefined}
    >
      <chakra.button
        type="button"
        textAlign="left"
        cursor="pointer"
        flex="1 1 320px"
        minW="0"
        aria-pressed={chosen}
        onClick={() => select(chosen ? null : tested)}
      >
        <Text fontSize="14px" fontWeight="600" overflowWrap="anywhere">
          {run.name}{' '}
          <Text as="span" fontFamily="mono" fontWeight="400" color="ink2">
            {run.tag}
          </Text>{' '}
          · {run.detail.from} → {run.detail.to}
        </Text>
        <Text fontSize="13px" color="ink2" overflowWrap="anywhere">
          {factsOf(run).join(' · ')}
        </Text>
      </chakra.button>
      <Shown words="at rest" verdict={verdictAt(bench.judgements, tested)} />
      <Shown words="street out" verdict={verdictAt(bench.judgements, dataRunInOutage.key(run))} />
      {onEdit && (
        <Button variant="bare" size="sm" fontSize="13px" onClick={onEdit} aria-label={`Change ${run.name}`}>
          change
        </Button>
      )}
    </Flex>
  )
}

const Shown = ({ words, verdict }: { words: string; verdict: Parameters<typeof VerdictWord>[0]['verdict'] }) => (
  <Box fontSize="13px" color="ink2" whiteSpace="nowrap">
    {words} <VerdictWord verdict={verdict} />
  </Box>
)
