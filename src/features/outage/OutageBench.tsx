'use client'
import dynamic from 'next/dynamic'
import { BenchHead } from '../job/BenchHead'
import { BenchPanel, BenchViews, useBenchView, useViewOfPoint } from '../job/BenchViews'
import { useJob } from '../job/JobContext'
import { LEAVING } from './wave/WaveFigures'
import { WaveView } from './WaveView'

const VIEWS = {
  bench: WaveView,
  run: dynamic(() => import('./run/RunView').then(({ RunView }) => RunView)),
  time: dynamic(() => import('./timeLine/TimeLineView').then(({ TimeLineView }) => TimeLineView)),
  judgement: dynamic(() => import('./JudgementView').then(({ JudgementView }) => JudgementView)),
} as const
const LABELS = { bench: 'Wave and points', run: 'The cut, live', time: 'Time line', judgement: 'Judgement' } as const
const LIST = (Object.keys(VIEWS) as (keyof typeof VIEWS)[]).map((key) => ({ key, label: LABELS[key] }))

/** Outage: the wave and what it is held against, the cut itself on every phone, and what it all comes to. */
export function OutageBench() {
  const { bench } = useJob()
  const first = useViewOfPoint<keyof typeof VIEWS>('outage') ?? 'bench'
  const open = useBenchView(LIST, first)
  const View = VIEWS[open]
  const held = bench.holds.find(({ released }) => !released)
  const gap = bench.judgements.get(LEAVING)
  const isHeld = held !== undefined && held.step.id !== 'handover'
  return (
    <>
      <BenchHead
        title={
          gap?.value
            ? `The gap: ${gap.value}`
            : held?.step.id === 'handover'
              ? 'Ready to cut the supply'
              : held
                ? `${held.step.label} is held`
                : 'The outage'
        }
        note={gap?.value || !isHeld ? undefined : 'nothing goes live before its hold points hold'}
      />
      <BenchViews views={LIST} label="Parts of the outage" first={first} />
      <BenchPanel view={open}>
        <View />
      </BenchPanel>
    </>
  )
}
