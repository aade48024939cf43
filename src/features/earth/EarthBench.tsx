'use client'
import dynamic from 'next/dynamic'
import { EARTH_CURRENT_KEY } from '@/core/evidence/families/earthCurrent'
import { BenchHead } from '../job/BenchHead'
import { BenchPanel, BenchViews, useBenchView, useViewOfPoint } from '../job/BenchViews'
import { useJob } from '../job/JobContext'
import { TesterMemory } from '../tester/TesterMemory'
import { GroundView } from './GroundView'
import { useBond } from './useBond'

const VIEWS = {
  bench: GroundView,
  modes: dynamic(() => import('./ModesView').then(({ ModesView }) => ModesView)),
  leakage: dynamic(() => import('./LeakageView').then(({ LeakageView }) => LeakageView)),
  lost: dynamic(() => import('./LostNeutralView').then(({ LostNeutralView }) => LostNeutralView)),
  clamp: dynamic(() => import('./ClampView').then(({ ClampView }) => ClampView)),
} as const
const LABELS = {
  bench: 'Ground',
  modes: 'Street and island',
  leakage: 'Leakage',
  lost: 'Lost neutral',
  clamp: 'Clamp',
} as const
const LIST = (Object.keys(VIEWS) as (keyof typeof VIEWS)[]).map((key) => ({ key, label: LABELS[key] }))

/** Earth: the ground and what was read in it, both modes side by side, the lost neutral, and the clamp's decision. */
export function EarthBench() {
  const { bench } = useJob()
  const bond = useBond()
  const current = bench.judgements.get(EARTH_CURRENT_KEY)
  const first = useViewOfPoint<keyof typeof VIEWS>('earth') ?? 'bench'
  const open = useBenchView(LIST, first)
  const View = VIEWS[open]
  return (
    <>
      <BenchHead
        title={
          current?.verdict === 'stop'
            ? 'Touch no metal'
            : bond?.verdict === 'proven'
              ? 'One bond, and it holds'
              : bond?.verdict === 'stop'
                ? 'The island is not safe to touch'
                : 'The ground and the bond'
        }
        note={
          current?.verdict === 'stop'
            ? `${current.value} in the earth conductor`
            : bond?.value
              ? `island: ${bond.value}`
              : 'bond not measured in island mode'
        }
        actions={open !== 'lost' && open !== 'clamp' && <TesterMemory />}
      />
      <BenchViews views={LIST} label="Parts of the earthing" first={first} />
      <BenchPanel view={open}>
        <View />
      </BenchPanel>
    </>
  )
}
