'use client'
import { counted } from '@/core/quantity/counted'
import dynamic from 'next/dynamic'
import { componentRecordKey } from '@/core/evidence/families/componentRecord'
import { fitOf } from '@/core/installation/fit'
import { BenchHead } from '../job/BenchHead'
import { BenchPanel, BenchViews, Count, useBenchView, useViewOfPoint } from '../job/BenchViews'
import { useJob } from '../job/JobContext'
import { WallView } from './WallView'

const VIEWS = {
  wall: WallView,
  lifts: dynamic(() => import('./LiftsView').then(({ LiftsView }) => LiftsView)),
  day: dynamic(() => import('./DayView').then(({ DayView }) => DayView)),
  materials: dynamic(() => import('./MaterialsView').then(({ MaterialsView }) => MaterialsView)),
  mounted: dynamic(() => import('./MountedView').then(({ MountedView }) => MountedView)),
  snags: dynamic(() => import('./SnagsView').then(({ SnagsView }) => SnagsView)),
} as const
const LABELS = {
  wall: 'Wall',
  lifts: 'Lifts',
  day: 'Day',
  materials: 'Materials',
  mounted: 'Mounted',
  snags: 'Snags',
} as const

/** Fit: the wall in millimetres and the crew's day; then what was really mounted. */
export function FitBench() {
  const {
    record: { installation },
    bench,
  } = useJob()
  const { components, fit } = installation
  const proven = components.filter(
    (component) => bench.judgements.get(componentRecordKey(component))?.verdict === 'proven',
  ).length
  const snags = fitOf(fit, 'snag').filter(({ detail }) => detail.clearedOn === null).length
  // a point of the stage is shown where it is recorded, and a job without a wall begins with what hangs there
  const first = useViewOfPoint<keyof typeof VIEWS>('fit') ?? (fitOf(fit, 'wall').length === 0 ? 'mounted' : 'wall')
  const views = (Object.keys(VIEWS) as (keyof typeof VIEWS)[]).map((key) => ({
    key,
    label: LABELS[key],
    badge: key === 'snags' ? <Count n={snags} words="open" /> : undefined,
  }))
  const open = useBenchView(views, first)
  const View = VIEWS[open]
  return (
    <>
      <BenchHead
        title="Wall, day and what was mounted"
        note={
          components.length > 0 && `${proven} of ${counted(components.length, ['component', 'components'])} on record`
        }
      />
      <BenchViews views={views} label="Parts of the physical work" first={first} />
      <BenchPanel view={open}>
        <View />
      </BenchPanel>
    </>
  )
}
