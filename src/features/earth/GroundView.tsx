'use client'
import { verdictAt } from '@/core/evidence/verdictAt'
import { useState } from 'react'
import { THE_JOB } from '@/core/evidence/family'
import { belongsTo } from '@/core/evidence/families'
import { buriedServices } from '@/core/evidence/families/buriedServices'
import { electrodeConductor } from '@/core/evidence/families/electrodeConductor'
import { electrodesJoined } from '@/core/evidence/families/electrodesJoined'
import { electrodeResistance } from '@/core/evidence/families/electrodeResistance'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { ElectrodeDesign } from './ElectrodeDesign'
import { GroundPlot } from './GroundPlot'
import { GroundSection } from './GroundSection'
import { MeasuringGuide } from './MeasuringGuide'
import { SoilSounding } from './SoilSounding'

/** The ground: every electrode with what was read of it, its conductor, and what would reach the target. */
export function GroundView() {
  const {
    record: { installation },
    bench,
    may,
  } = useJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const { words } = bench.context.pack
  const { electrodes } = installation
  const edit = may('changeJob')
  const servicesKey = buriedServices.key(THE_JOB)
  const servicesVerdict = verdictAt(bench.judgements, servicesKey)
  return (
    <>
      <Notice kind="caution">
        Clamp the electrode conductor before it is opened: at 0.5 A or more it stays closed, nobody touches metalwork,
        and the network operator is called if the current stays with every source off.
      </Notice>
      {electrodes.length > 0 && servicesVerdict !== 'proven' && (
        <Notice kind={servicesVerdict === 'watch' ? 'caution' : 'error'}>
          Drive nothing and dig nothing yet: buried services are not located and marked.{' '}
          {bench.judgements.get(servicesKey)?.why}
        </Notice>
      )}
      {electrodes.length === 0 && (
        <TitledSheet
          title="Electrodes"
          actions={
            edit && (
              <Button size="sm" onClick={() => setEditing({ kind: 'electrode', item: null })}>
                Add an electrode
              </Button>
            )
          }
        >
          <EmptyState title="No electrode in the plan">
            With the street’s {words.earth} gone, the local electrode is the only one the house has.
          </EmptyState>
        </TitledSheet>
      )}
      <GroundPlot />
      {electrodes.map((electrode, k) => (
        <TitledSheet
          key={electrode.id}
          title={`Electrode ${electrode.tag}`}
          note={<VerdictWord verdict={verdictAt(bench.judgements, electrodeResistance.key(electrode))} />}
          actions={
            edit && (
              <>
                {k === 0 && (
                  <Button size="sm" variant="bare" onClick={() => setEditing({ kind: 'electrode', item: null })}>
                    add another
                  </Button>
                )}
                <Button
                  size="sm"
                  variant="bare"
                  onClick={() => setEditing({ kind: 'electrode', item: electrode })}
                  aria-label={`Change electrode ${electrode.tag}`}
                >
                  change
                </Button>
              </>
            )
          }
        >
          <GroundSection electrode={electrode} />
        </TitledSheet>
      ))}
      <PointList
        title="Electrodes and their conductors"
        points={bench.points.filter((point) =>
          belongsTo(point, buriedServices, electrodeResistance, electrodesJoined, electrodeConductor),
        )}
        empty="No electrode yet"
      />
      <MeasuringGuide />
      <ElectrodeDesign />
      <SoilSounding />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}
