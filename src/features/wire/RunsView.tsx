'use client'
import { familyOf } from '@/core/evidence/families'
import { useState } from 'react'
import { identitiesOf } from '@/core/evidence/families/runIdentity'
import { coresOf } from '@/core/wiring/runLabels'
import { hasWiring } from '@/core/wiring/wiringOfInstallation'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { DataRunsSheet } from './DataRunsSheet'
import { IdentifySheet } from './IdentifySheet'
import { RunRow } from './RunRow'
import { RunsAndDrawing } from './RunsAndDrawing'
import { LabelsSheet } from './LabelsSheet'

/** Each run between its two ends, as far as it is proven to be what its label says; two people identify them together. */
export function RunsView() {
  const {
    record: { installation },
    bench,
    may,
  } = useJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const identities = identitiesOf(installation, bench.context.readings)
  const { runs } = installation
  return (
    <>
      <Notice kind="caution">
        Both ends isolated, locked off and proved dead on a proven tester before anything is joined. One joins and
        releases at the far end, the other reads at the near end.
      </Notice>
      <TitledSheet
        title="Runs"
        note={coresOf(installation)
          .map(({ conductor, colour: tone }) => `${conductor} ${tone}`)
          .join(' · ')}
        actions={
          may('changeJob') && (
            <Button size="sm" onClick={() => setEditing({ kind: 'run', item: null })}>
              Add a run
            </Button>
          )
        }
      >
        {runs.length === 0 && (
          <EmptyState title="No runs yet">
            Add each cable between two places: supply to gateway, gateway to board, inverter to gateway.
          </EmptyState>
        )}
        {runs.map((run) => (
          <RunRow
            key={run.id}
            run={run}
            state={identities[run.tag]?.state ?? 'unseen'}
            verdict={identities[run.tag]?.verdict ?? 'open'}
            onEdit={may('changeJob') ? () => setEditing({ kind: 'run', item: run }) : undefined}
          />
        ))}
      </TitledSheet>
      {hasWiring(installation) && <RunsAndDrawing onWrite={setEditing} />}
      {runs.length > 0 && may('recordReadings') && <IdentifySheet />}
      {runs.length > 0 && <LabelsSheet />}
      <DataRunsSheet />
      <PointList points={bench.points.filter((point) => familyOf(point).view === 'wire.runs' && !point.timing)} />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}
