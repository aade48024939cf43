'use client'
import { counted } from '@/core/quantity/counted'
import dynamic from 'next/dynamic'
import { Button, ButtonLink } from '@/ui/Button'
import { jobFileOfRecord } from '@/jobFile/jobFileOfRecord'
import { mayCall } from '@/server/access'
import { BenchHead } from '../job/BenchHead'
import { BenchPanel, BenchViews, Count, useBenchView, useViewOfPoint } from '../job/BenchViews'
import { useJob } from '../job/JobContext'
import { download } from '../survey/download'
import { PromisesView } from './PromisesView'
import { useWithoutEvidence } from './useWithoutEvidence'

const VIEWS = {
  bench: PromisesView,
  seal: dynamic(() => import('./SealView').then(({ SealView }) => SealView)),
  wall: dynamic(() => import('./PaperView').then(({ PaperView }) => PaperView)),
  later: dynamic(() => import('./LaterView').then(({ LaterView }) => LaterView)),
} as const
const LABELS = {
  bench: 'Promises',
  seal: 'Check, sign, seal',
  wall: 'Wall and papers',
  later: 'Later visits',
} as const

/** Handover: each promise with its evidence, the sealed pack, what hangs on the wall, and what comes later. */
export function HandoverBench() {
  const { bench, record, view, actor } = useJob()
  const open = useWithoutEvidence()
  const stopped = open.filter(({ key }) => bench.judgements.get(key)?.verdict === 'stop').length
  const kept = bench.promises.filter(({ verdict }) => verdict === 'proven' || verdict === 'watch').length
  const calls = view.faultCalls.filter(({ taken }) => taken.length === 0).length
  const first = useViewOfPoint<keyof typeof VIEWS>('handover') ?? 'bench'
  const views = (Object.keys(VIEWS) as (keyof typeof VIEWS)[]).map((key) => ({
    key,
    label: LABELS[key],
    badge: key === 'later' ? <Count n={calls} tone="stop" words="calls not taken up" /> : undefined,
  }))
  const shown = useBenchView(views, first)
  const View = VIEWS[shown]
  const saveFile = () =>
    download(
      `${record.installation.name}.job.json`,
      `${JSON.stringify(jobFileOfRecord(record, view), null, 2)}\n`,
      'application/json',
    )
  return (
    <>
      <BenchHead
        title={
          bench.promises.length === 0
            ? 'Nothing has been promised'
            : `${kept} of ${counted(bench.promises.length, ['promise', 'promises'])} shown`
        }
        note={
          open.length === 0
            ? 'every point has evidence'
            : `${open.length} point${open.length === 1 ? '' : 's'} without evidence${stopped ? `, ${stopped} stopped` : ''}`
        }
        actions={
          <>
            <ButtonLink size="sm" href={`/api/jobs/${record.installation.jobId}/card`} download="what-to-do.pdf">
              What-to-do card
            </ButtonLink>
            <Button size="sm" onClick={saveFile}>
              Save the job as a file
            </Button>
            {mayCall(actor.role, 'takeJobOut') && (
              <ButtonLink size="sm" href={`/api/jobs/${record.installation.jobId}/bundle`} download>
                Save with pictures
              </ButtonLink>
            )}
          </>
        }
      />
      <BenchViews views={views} label="Parts of the handover" first={first} />
      <BenchPanel view={shown}>
        <View />
      </BenchPanel>
    </>
  )
}
