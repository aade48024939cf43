'use client'
import { Flex, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { isConfirmedAsBuilt } from '@/core/evidence/families/switchPositions'
import type { WiringLayer } from '@/core/installation/wiring'
import { graphRemarks } from '@/core/wiring/graphRemarks'
import { planNotDrawn } from '@/core/wiring/planNotDrawn'
import { CONDUCTOR_LAYERS, type ConductorLayer } from '@/core/wiring/schematic/schematicPen'
import { GRID_STATE_WORDS, stateSentences } from '@/core/wiring/stateWords'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { hasWiring } from '@/core/wiring/wiringOfInstallation'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { AsLeft } from './AsLeft'
import type { Addable } from './forms/formToAdd'
import { PositionSheet } from './PositionSheet'
import { AddTools, LayerChoice, SchematicBar, type ShownLayer } from './SchematicBar'
import { SchematicNotices } from './SchematicNotices'
import { SchematicPicture } from './SchematicPicture'
import { ThingOverlay, type WiringEditing } from './ThingOverlay'
import { ThingSheet } from './ThingSheet'
import { WhatIsLive } from './WhatIsLive'
import { WiringFiles } from './WiringFiles'
import { usePositionCheck } from './usePositionCheck'
import { useSchematic } from './useSchematic'
import { useSchematicFocus } from './useSchematicFocus'
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
  const { gridState, positions, state } = tried
  const [conductors, setConductors] = useState<readonly ConductorLayer[]>(CONDUCTOR_LAYERS)
  const [editing, setEditing] = useState<WiringEditing | null>(null)
  const schematic = useSchematic(drawn)
  const check = usePositionCheck(graph)
  const focus = useSchematicFocus(graph, tried, check)
  const { thing, fault, danger, select, forgetCause } = focus
  const remarks = useMemo(() => graphRemarks(graph), [graph])
  const { revision } = wiring
  const differences = useMemo(
    () => (revision ? planNotDrawn(installation, graph) : []),
    [revision, installation, graph],
  )
  const { groups, data } = useSchematicGroups(schematic, state, {
    conductors,
    danger: danger?.things ?? NONE,
    chosen: thing,
    fault,
    compared,
    remarks,
  })
  const save = (edits: readonly WiringEdit[]) => wiring.change(...edits)
  const choose = (next: ShownLayer) => {
    setLayer(next)
    forgetCause()
  }
  if (!hasWiring(installation)) return <NothingToWire wiring={wiring} layer={stored} mayStart={may('saveWiring')} />
  const sentences = stateSentences(graph, state)
  const mayChange = wiring.edit && layer !== 'both'
  return (
    <>
      <TitledSheet
        title="Schematic"
        note={revision ? `revision ${revision.number} by ${revision.madeByName}` : 'drawn from the plan'}
        actions={<LayerChoice layer={layer} onLayer={choose} />}
      >
        <SchematicBar
          graph={graph}
          gridState={gridState}
          onGridState={tried.setGridState}
          positions={positions}
          onPositions={focus.place}
        />
        <SchematicNotices
          held={tried.held}
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
          frame={focus.picture}
          handle={focus.handle}
          onThing={focus.click}
          onFind={select}
        />
        <WhatIsLive sentences={sentences} data={data} conductors={conductors} onConductors={setConductors} />
        {may('recordReadings') && <AsLeft positions={positions} />}
        {mayChange && (
          <Changes lastNote={revision?.note ?? null} onAdd={(what) => setEditing({ add: what, near: thing })} />
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
          onFault={focus.setFaultOf}
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
        onShow={focus.showCause}
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

/** What may be added to the wiring, beside what was changed last. */
function Changes({ lastNote, onAdd }: { lastNote: string | null; onAdd: (what: Addable) => void }) {
  return (
    <Flex px="14px" py="7px" gap="6px 18px" borderTopWidth="1px" borderColor="rule" wrap="wrap" align="center">
      <AddTools onAdd={onAdd} />
      {lastNote !== null && (
        <Text fontSize="13px" color="ink2" flex="1" minW="180px" overflowWrap="anywhere">
          Last change: {lastNote}
        </Text>
      )}
    </Flex>
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
