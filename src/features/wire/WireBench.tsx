'use client'
import { useEffect } from 'react'
import { identitiesOf } from '@/core/evidence/families/runIdentity'
import { checkOf, graphOf, hasWiring } from '@/core/wiring/wiringOfInstallation'
import { BenchHead } from '../job/BenchHead'
import { BenchPanel, BenchViews, Count, useBenchView, useViewOfPoint } from '../job/BenchViews'
import { useJob } from '../job/JobContext'
import { TesterMemory } from '../tester/TesterMemory'
import { BoardsView } from './BoardsView'
import { CtView } from './CtView'
import { DeadView } from './DeadView'
import { OrderView } from './OrderView'
import { RunsView } from './RunsView'
import { SchematicView } from './SchematicView'

const VIEWS = {
  schematic: SchematicView,
  runs: RunsView,
  dead: DeadView,
  order: OrderView,
  cts: CtView,
  boards: BoardsView,
} as const
const LABELS = {
  schematic: 'Schematic',
  runs: 'Runs',
  dead: 'Dead tests',
  order: 'Going live',
  cts: 'Transformers',
  boards: 'Boards',
} as const

/** Wire: the schematic that the program checks, each run between its two ends, and the way from dead to live. */
export function WireBench() {
  const {
    record: { installation },
    bench,
  } = useJob()
  const states = Object.values(identitiesOf(installation, bench.context.readings))
  const bad = states.filter(({ verdict }) => verdict === 'stop').length
  const violated = hasWiring(installation) ? (checkOf(graphOf(installation, 'wired'))?.violated.length ?? 0) : 0
  const first = useViewOfPoint<keyof typeof VIEWS>('wire') ?? 'schematic'
  const views = (Object.keys(VIEWS) as (keyof typeof VIEWS)[]).map((key) => ({
    key,
    label: LABELS[key],
    badge:
      key === 'runs' ? (
        <Count n={bad} tone="stop" words="stopped" />
      ) : key === 'schematic' ? (
        <Count n={violated} tone="stop" words="kinds of danger" />
      ) : undefined,
  }))
  const open = useBenchView(views, first)
  const View = VIEWS[open]
  const identified = states.filter(({ state }) => state === 'identified').length
  useEffect(() => {
    // fetched while there is a connection: the schematic is wanted on the wall when there is none
    void Promise.all([import('./schematicPdf'), import('./doorPdf')]).catch(() => undefined)
  }, [])
  return (
    <>
      <BenchHead
        title={
          violated > 0
            ? 'A position of the switches is dangerous'
            : bad > 0
              ? `${bad} run${bad === 1 ? ' is' : 's are'} not what the label says`
              : 'Wiring, from dead to live'
        }
        note={
          violated + bad > 0
            ? 'nothing goes live on it'
            : states.length > 0
              ? `${identified} of ${states.length} runs identified`
              : undefined
        }
        actions={open === 'dead' && <TesterMemory />}
      />
      <BenchViews views={views} label="Parts of the wiring" first={first} />
      <BenchPanel view={open}>
        <View />
      </BenchPanel>
    </>
  )
}
