'use client'
import { Box, Text } from '@chakra-ui/react'
import { useMemo, useRef } from 'react'
import { rulesOf } from '@/core/installation/rulesOf'
import type { Installation } from '@/core/installation/installation'
import { mayHavePv } from '@/core/installation/mayHavePv'
import { type LogMarks, NO_MARKS } from '@/core/powerLog/logMarks'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import type { LogStep } from '@/core/powerLog/logSteps'
import { returnOfLog } from '@/core/outage/returnLane/returnLane'
import { useJob } from '../job/JobContext'
import { ReturnLaneSheet } from '../outage/returnLane/ReturnLaneSheet'
import { LogChart } from './LogChart'
import { LogMapping } from './LogMapping'
import { LogTests } from './LogTests'
import { logSentences } from './logWords'
import { type LogBench, type LogState, useLog } from './useLog'

/** What the plan declares, so that a log is held against it. */
function marksOf({ settings, sources, survey }: Pick<Installation, 'settings' | 'sources' | 'survey'>): LogMarks {
  const planned = (key: string) => settings.find((setting) => setting.key === key)?.value ?? null
  return {
    ...NO_MARKS,
    declared: { chargeLimitW: planned('chargeLimitW'), dischargeLimitW: planned('dischargeLimitW') },
    planned: { fallbackPercent: planned('reserveSocPercent'), bandPercent: null, pv: mayHavePv({ sources, survey }) },
  }
}

/** A meter's or gateway's log, read on this device: the outage it holds, steps, trips, energies, and working tests judged in it. */
export function LogSheet() {
  const {
    record: { installation },
  } = useJob()
  const { settings, sources, survey } = installation
  const marks = useMemo(() => marksOf({ settings, sources, survey }), [settings, sources, survey])
  const bench = useLog(rulesOf(installation), marks)
  const field = useRef<HTMLInputElement>(null)
  const { state, open } = bench
  return (
    <TitledSheet
      title="From a power log"
      note={'name' in state ? state.name : 'grade B: to a row of the log'}
      actions={
        <>
          <input
            ref={field}
            type="file"
            hidden
            accept=".csv,.txt,.tsv"
            aria-label="Power log"
            onChange={(event) => {
              const [file] = event.target.files ?? []
              if (file) open(file)
              event.target.value = ''
            }}
          />
          {state.kind === 'read' && (
            <Button size="sm" variant="bare" onClick={bench.change}>
              how it is read
            </Button>
          )}
          <Button size="sm" onClick={() => field.current?.click()}>
            Choose a log
          </Button>
        </>
      }
    >
      <LogBody bench={bench} />
    </TitledSheet>
  )
}

function LogBody({ bench: { state, readSo, judge } }: { bench: LogBench }) {
  switch (state.kind) {
    case 'empty':
      return (
        <EmptyState title="No log chosen">
          A meter’s or gateway’s file with a row a second or faster: CSV in any language, with either decimal mark. It
          is read here, shown and judged; it is not stored.
        </EmptyState>
      )
    case 'failed':
      return (
        <Notice kind="error" mx="12px" mb="12px">
          {state.message}
        </Notice>
      )
    case 'opening':
    case 'reading':
      return (
        <Text role="status" px="14px" py="16px">
          Reading {state.name}…
        </Text>
      )
    case 'mapping':
      return <LogMapping key={state.name} head={state.head} map={state.map} message={state.message} onRead={readSo} />
    case 'read':
      return <ReadLog state={state} onJudge={judge} />
  }
}

function ReadLog({
  state: { read, marks },
  onJudge,
}: {
  state: Extract<LogState, { kind: 'read' }>
  onJudge: (marks: LogMarks) => void
}) {
  const { analysis, log } = read
  const returned = returnOfLog(analysis)
  return (
    <Box pb="6px">
      <LogChart read={read} />
      <Box px="14px" py="8px" fontSize="14px">
        {logSentences(analysis).map((sentence) => (
          <Text key={sentence} py="1px">
            {sentence}
          </Text>
        ))}
        {log.aside.length > 0 && (
          <Text color="watch" py="1px">
            {log.aside.length} row{log.aside.length === 1 ? ' was' : 's were'} passed over, the first on line{' '}
            {log.aside[0]?.line}: {log.aside[0]?.why}
          </Text>
        )}
      </Box>
      {returned && <ReturnLaneSheet lane={returned} nameOf={(tag) => tag} />}
      {analysis.steps.length > 0 && (
        <DataTable<LogStep>
          label="Steps of the load"
          rows={analysis.steps}
          keyOf={({ timeS }) => String(timeS)}
          columns={[
            { head: 'Step at', numeric: true, cell: ({ timeS }) => `${formatNumber(timeS, 4)} s` },
            { head: 'Before', numeric: true, cell: ({ beforeW }) => formatQuantity(beforeW, 'W', 3) },
            { head: 'After', numeric: true, cell: ({ afterW }) => formatQuantity(afterW, 'W', 3) },
            {
              head: 'Voltage',
              numeric: true,
              cell: ({ settledV }) => (settledV === null ? '–' : formatQuantity(settledV, 'V', 4)),
            },
            {
              head: 'Frequency',
              numeric: true,
              cell: ({ settledHz }) => (settledHz === null ? '–' : `${settledHz.toFixed(2)} Hz`),
            },
          ]}
        />
      )}
      <LogTests tests={analysis.workingTests} marks={marks} onJudge={onJudge} />
    </Box>
  )
}
