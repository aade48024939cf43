'use client'
import { counted } from '@/core/quantity/counted'
import dynamic from 'next/dynamic'
import { identitiesOf } from '@/core/evidence/families/runIdentity'
import { checkOf, graphOf, hasWiring } from '@/core/wiring/wiringOfInstallation'
import { BenchHead } from '../job/BenchHead'
import { BenchPanel, BenchViews, Count, useBenchView, useViewOfPoint } from '../job/BenchViews'
import { useJob } from '../job/JobContext'
import { TesterMemory } from '../tester/TesterMemory'
import { SchematicView } from './SchematicView'

const VIEWS = {
  schematic: SchematicView,
  runs: dynamic(() => import('./RunsView').then(({ RunsView }) => RunsView)),
  dead: dynamic(() => import('./DeadView').then(({ DeadView }) => DeadView)),
  order: dynamic(() => import('./OrderView').then(({ OrderView }) => OrderView)),
  cts: dynamic(() => import('./CtView').then(({ CtView }) => CtView)),
  boards: dynamic(() => import('./BoardsView').then(({ BoardsView }) => BoardsView)),
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
              ? `${identified} of ${counted(states.length, ['run', 'runs'])} identified`
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
