'use client'
import { useMemo } from 'react'
import { identityObservations } from '@/core/evidence/families/runIdentity'
import { fitOf } from '@/core/installation/fit'
import { crossedRuns } from '@/core/wiring/cableIdentity'
import type { FaultPath } from '@/core/wiring/faultPath'
import type { GraphDifferences } from '@/core/wiring/graphDifferences'
import type { GraphRemark } from '@/core/wiring/graphRemarks'
import type { LiveState } from '@/core/wiring/liveState'
import { safetyPlaces } from '@/core/wiring/safetyCircuits'
import { type DataRunLines, dataRunLines } from '@/core/wiring/schematic/dataRunLines'
import { schematicDrawing } from '@/core/wiring/schematic/schematicDrawing'
import type { ConductorLayer, DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { useJob } from '../job/JobContext'
import type { Schematic } from './useSchematic'

/** What is lit up in the picture, each stable from one drawing to the next. */
interface Lit {
  conductors: readonly ConductorLayer[]
  /** Things of a position in which something is dangerous. */
  danger: readonly string[]
  chosen: string | null
  fault: FaultPath | null
  compared: GraphDifferences | null
  remarks: readonly GraphRemark[]
}

/** Everything that is drawn of a wiring in a state, and which data runs have no place in it. */
export function useSchematicGroups(
  schematic: Schematic,
  state: LiveState,
  { conductors, danger, chosen, fault, compared, remarks }: Lit,
): { groups: readonly DrawnGroup[]; data: DataRunLines } {
  const {
    record: { installation },
    bench,
  } = useJob()
  const crossed = useMemo(
    () => crossedRuns(identityObservations(bench.context.installation.runs, bench.context.readings)),
    [bench.context],
  )
  const safety = useMemo(() => safetyPlaces(installation.circuits), [installation.circuits])
  const wires = useMemo(
    () =>
      schematic.state !== 'ready'
        ? []
        : schematicDrawing(schematic.graph, schematic.model, schematic.places, state, {
            layers: conductors,
            danger: new Set(danger),
            chosen: new Set(chosen === null ? [] : [chosen]),
            fault,
            crossed,
            changes: compared?.changes ?? new Map(),
            remarks: new Map(remarks.map(({ id, message }) => [id, message])),
            safety,
          }),
    [schematic, state, conductors, danger, chosen, fault, crossed, compared, remarks, safety],
  )
  const data = useMemo(
    () =>
      schematic.state === 'ready'
        ? dataRunLines(fitOf(installation.fit, 'dataRun'), schematic.graph, wires, schematic.places.height)
        : { groups: [], unplaced: [] },
    [schematic, wires, installation.fit],
  )
  const groups = useMemo(() => [...data.groups, ...wires], [data, wires])
  return { groups, data }
}
