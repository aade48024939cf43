'use client'
import { Flex, Text } from '@chakra-ui/react'
import { parseAsString, useQueryState } from 'nuqs'
import { useMemo, useRef, useState } from 'react'
import { isConfirmedAsBuilt } from '@/core/evidence/families/switchPositions'
import type { WiringLayer } from '@/core/installation/wiring'
import { faultPath } from '@/core/wiring/faultPath'
import { graphRemarks } from '@/core/wiring/graphRemarks'
import type { Positions } from '@/core/wiring/installationGraph'
import { nextPosition } from '@/core/wiring/liveState'
import { planNotDrawn } from '@/core/wiring/planNotDrawn'
import type { PositionCause } from '@/core/wiring/positionCauses'
import { CONDUCTOR_LAYERS, type ConductorLayer, type DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { GRID_STATE_WORDS, stateSentences } from '@/core/wiring/stateWords'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { hasWiring } from '@/core/wiring/wiringOfInstallation'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { AsLeft } from './AsLeft'
import { PositionSheet } from './PositionSheet'
import { AddTools, LayerChoice, SchematicBar } from './SchematicBar'
import type { SchematicHandle } from './SchematicDrawing'
import { SchematicNotices } from './SchematicNotices'
import { SchematicPicture } from './SchematicPicture'
import { ThingOverlay, type WiringEditing } from './ThingOverlay'
import { ThingSheet } from './ThingSheet'
import { WhatIsLive } from './WhatIsLive'
import { WiringFiles } from './WiringFiles'
import { usePositionCheck } from './usePositionCheck'
import { useSchematic } from './useSchematic'
import { useSchematicGroups } from './useSchematicGroups'
import { useShownWiring } from './useShownWiring'
import { useTriedState } from './useTriedState'
import type { Wiring } from './useWiring'

/** One and the same list, or the picture would be drawn anew for nothing. */
const NONE: readonly string[] = []
const CAUTION =
  'Isolate, lock off and prove dead before any cover is opened. Local code, the makers’ manuals and the licensed person come first.'

/** The schematic, live to the position of every switch, and what the position check says of it. */
export function SchematicView() {
  const {
    record: { installation },
    bench,
    may,
  } = useJob()
  const { layer, setLayer, stored, wiring, compared, drawn } = useShownWiring()
  const { graph } = wiring
  const tried = useTriedState(graph)
  const { gridState, setGridState, positions, state, held } = tried
  const [thing, setThing] = useQueryState('thing', parseAsString)
  const [faultOf, setFaultOf] = useState<string | null>(null)
  const [cause, setCause] = useState<PositionCause | null>(null)
  const [conductors, setConductors] = useState<readonly ConductorLayer[]>(CONDUCTOR_LAYERS)
  const [editing, setEditing] = useState<WiringEditing | null>(null)
  const handle = useRef<SchematicHandle>(null)
  const picture = useRef<HTMLDivElement>(null)
  const schematic = useSchematic(drawn)
  const check = usePositionCheck(graph)
  const remarks = useMemo(() => graphRemarks(graph), [graph])
  const { revision } = wiring
  const differences = useMemo(
    () => (revision ? planNotDrawn(installation, graph) : []),
    [revision, installation, graph],
  )
  const fault = useMemo(
    () =>
      faultOf !== null && graph.nodes.some(({ id, kind }) => id === faultOf && kind === 'load')
        ? faultPath(graph, state, faultOf)
        : null,
    [graph, state, faultOf],
  )
  const danger = useMemo(
    () => (cause && check.checked?.causes.some(({ key }) => key === cause.key) ? cause : null),
    [cause, check.checked],
  )
  const { groups, data } = useSchematicGroups(schematic, state, {
    conductors,
    danger: danger?.things ?? NONE,
    chosen: thing,
    fault,
    compared,
    remarks,
  })

  const click = (group: DrawnGroup) => {
    void setThing(group.thing)
    if (group.isSwitch) tried.move(group.thing, nextPosition(graph, positions, group.thing))
  }
  const select = (id: string | null) => {
    void setThing(id)
    if (id !== null) handle.current?.show(id)
  }
  const save = (edits: readonly WiringEdit[]) => wiring.change(...edits)
  const show = (next: PositionCause | null) => {
    setCause(next)
    tried.forgetHeld()
    if (next === null) return
    tried.place(next.example.positions)
    setGridState(next.example.gridState)
    setFaultOf(null)
    handle.current?.fit()
    picture.current?.scrollIntoView({ block: 'center' })
  }
  const place = (next: Positions | null) => {
    if (next === null) return
    setCause(null)
    tried.place(next)
  }
  if (!hasWiring(installation)) return <NothingToWire wiring={wiring} layer={stored} mayStart={may('saveWiring')} />
  const sentences = stateSentences(graph, state)
  const mayChange = wiring.edit && layer !== 'both'
  return (
    <>
      <TitledSheet
        title="Schematic"
        note={revision ? `revision ${revision.number} by ${revision.madeByName}` : 'drawn from the plan'}
        actions={
          <LayerChoice
            layer={layer}
            onLayer={(next) => {
              setLayer(next)
              setCause(null)
            }}
          />
        }
      >
        <SchematicBar
          graph={graph}
          gridState={gridState}
          onGridState={setGridState}
          positions={positions}
          onPositions={place}
        />
        <SchematicNotices
          held={held}
          wiring={wiring}
          graph={graph}
          differences={differences}
          remarks={remarks}
          onShow={select}
        />
        <SchematicPicture
          schematic={schematic}
          groups={groups}
          graph={graph}
          gridState={gridState}
          chosen={thing}
          frame={picture}
          handle={handle}
          onThing={click}
          onFind={select}
        />
        <WhatIsLive sentences={sentences} data={data} conductors={conductors} onConductors={setConductors} />
        {may('recordReadings') && <AsLeft positions={positions} />}
        {mayChange && (
          <Flex px="14px" py="7px" gap="6px 18px" borderTopWidth="1px" borderColor="rule" wrap="wrap" align="center">
            <AddTools onAdd={(what) => setEditing({ add: what, near: thing })} />
            {revision && (
              <Text fontSize="13px" color="ink2" flex="1" minW="180px" overflowWrap="anywhere">
                Last change: {revision.note}
              </Text>
            )}
          </Flex>
        )}
        <WiringFiles
          wiring={wiring}
          layer={stored}
          groups={groups}
          size={schematic.state === 'ready' ? schematic.places : null}
          notes={[`${GRID_STATE_WORDS[gridState]}. ${sentences.map(({ text }) => text).join(' ')}`, CAUTION]}
          onStart={wiring.edit}
        />
      </TitledSheet>
      {thing !== null && (
        <ThingSheet
          graph={graph}
          id={thing}
          state={state}
          positions={positions}
          fault={fault}
          edit={mayChange}
          onPosition={(device, position) => tried.move(device, { ...positions, [device]: position })}
          onFault={setFaultOf}
          onSelect={select}
          onEdit={() => setEditing({ change: thing })}
          onChange={(edit) => save([edit])}
        />
      )}
      <PositionSheet
        graph={graph}
        check={check}
        confirmed={isConfirmedAsBuilt(bench.context) && (stored === 'wired' || installation.wiring.wired === null)}
        shown={danger?.key ?? null}
        edit={mayChange}
        onShow={show}
        onChange={(edit) => save([edit])}
      />
      <ThingOverlay
        key={JSON.stringify(editing)}
        editing={editing}
        graph={graph}
        onSave={save}
        onClose={() => setEditing(null)}
      />
    </>
  )
}

function NothingToWire({ wiring, layer, mayStart }: { wiring: Wiring; layer: WiringLayer; mayStart: boolean }) {
  return (
    <TitledSheet title="Schematic">
      <EmptyState title="Nothing to wire yet">
        Add the inverter, the gateway and the circuits in the plan: the schematic is drawn from them. Or read a wiring
        from a file below.
      </EmptyState>
      <WiringFiles wiring={wiring} layer={layer} groups={[]} size={null} notes={[]} onStart={mayStart} />
    </TitledSheet>
  )
}
