'use client'
import { AsBuilt } from './AsBuilt'
import { Box, Flex, Text } from '@chakra-ui/react'
import { parseAsString, useQueryState } from 'nuqs'
import { useMemo, useRef, useState } from 'react'
import { fitOf } from '@/core/installation/fit'
import { isConfirmedAsBuilt } from '@/core/evidence/families/switchPositions'
import { identityObservations } from '@/core/evidence/families/runIdentity'
import type { WiringLayer } from '@/core/installation/wiring'
import { safetyPlaces } from '@/core/wiring/safetyCircuits'
import { crossedRuns } from '@/core/wiring/cableIdentity'
import { faultPath } from '@/core/wiring/faultPath'
import { graphDifferences } from '@/core/wiring/graphDifferences'
import { graphRemarks } from '@/core/wiring/graphRemarks'
import { type GridState, type Positions, namesIn } from '@/core/wiring/installationGraph'
import { liveState, nextPosition } from '@/core/wiring/liveState'
import { planNotDrawn } from '@/core/wiring/planNotDrawn'
import type { PositionCause } from '@/core/wiring/positionCauses'
import { type DataRunLines, dataRunLines } from '@/core/wiring/schematic/dataRunLines'
import { schematicDrawing } from '@/core/wiring/schematic/schematicDrawing'
import { CONDUCTOR_LAYERS, type ConductorLayer, type DrawnGroup } from '@/core/wiring/schematic/schematicPen'
import { GRID_STATE_WORDS, stateSentences } from '@/core/wiring/stateWords'
import type { WiringEdit } from '@/core/wiring/wiringEdits'
import { graphOf, hasWiring } from '@/core/wiring/wiringOfInstallation'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useBenchRoom } from '../job/BenchRoom'
import { useJob } from '../job/JobContext'
import { PlanDiffers } from './PlanDiffers'
import { PositionSheet } from './PositionSheet'
import { AddTools, LayerChoice, Legend, SchematicBar, type ShownLayer, ViewTools } from './SchematicBar'
import { SchematicDrawing, type SchematicHandle } from './SchematicDrawing'
import { ThingOverlay, type WiringEditing } from './ThingOverlay'
import { ThingSheet } from './ThingSheet'
import { AsLeft } from './AsLeft'
import { WiringFiles } from './WiringFiles'
import { usePositionCheck } from './usePositionCheck'
import { useSchematic } from './useSchematic'
import { useWiring } from './useWiring'

const HEIGHT = { base: 400, most: 600 } as const
/** What stands above and below the drawing while it is large. */
const AROUND_LARGE = 292

/** The schematic, live to the position of every switch, and what the position check says of it. */
export function SchematicView() {
  const {
    record: { installation },
    bench,
    may,
  } = useJob()
  const [layer, setLayer] = useState<ShownLayer>(installation.wiring.wired ? 'wired' : 'planned')
  const confirmed = isConfirmedAsBuilt(bench.context)
  const stored: WiringLayer = layer === 'planned' ? 'planned' : 'wired'
  const wiring = useWiring(stored)
  const { graph } = wiring
  const compared = useMemo(
    () => (layer === 'both' ? graphDifferences(graphOf(installation, 'planned'), graph) : null),
    [layer, installation, graph],
  )
  const drawn = compared?.union ?? graph
  const [chosenPositions, setPositions] = useState<Positions>({})
  const [gridState, setGridState] = useState<GridState>('healthy')
  const [thing, setThing] = useQueryState('thing', parseAsString)
  const [faultOf, setFaultOf] = useState<string | null>(null)
  const [cause, setCause] = useState<PositionCause | null>(null)
  const [conductors, setConductors] = useState<readonly ConductorLayer[]>(CONDUCTOR_LAYERS)
  const [editing, setEditing] = useState<WiringEditing | null>(null)
  const [held, setHeld] = useState<string | null>(null)
  const { large } = useBenchRoom()
  const handle = useRef<SchematicHandle>(null)
  const picture = useRef<HTMLDivElement>(null)
  const positions = useMemo(() => ({ ...graph.plan.asLeft, ...chosenPositions }), [graph, chosenPositions])
  const schematic = useSchematic(drawn)
  const check = usePositionCheck(graph)
  const state = useMemo(() => liveState(graph, positions, gridState), [graph, positions, gridState])
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
            danger: new Set(danger?.things ?? []),
            chosen: new Set(thing === null ? [] : [thing]),
            fault,
            crossed,
            changes: compared?.changes ?? new Map(),
            remarks: new Map(remarks.map(({ id, message }) => [id, message])),
            safety,
          }),
    [schematic, state, conductors, danger, thing, fault, crossed, compared, remarks, safety],
  )
  const data = useMemo(
    () =>
      schematic.state === 'ready'
        ? dataRunLines(fitOf(installation.fit, 'dataRun'), schematic.graph, wires, schematic.places.height)
        : { groups: [], unplaced: [] },
    [schematic, wires, installation.fit],
  )
  const groups = useMemo(() => [...data.groups, ...wires], [data, wires])

  const moveTo = (device: string, next: Positions) => {
    const after = liveState(graph, next, gridState)
    const against = after.against.find((pair) => pair.includes(device))
    if (against) {
      const names = namesIn(graph)
      const other = against.find((id) => id !== device) ?? ''
      return setHeld(`${names.get(device)} is held by its interlock: open ${names.get(other)} first.`)
    }
    setHeld(null)
    setPositions(next)
  }
  const click = (group: DrawnGroup) => {
    void setThing(group.thing)
    if (group.isSwitch) moveTo(group.thing, nextPosition(graph, positions, group.thing))
  }
  const select = (id: string | null) => {
    void setThing(id)
    if (id !== null) handle.current?.show(id)
  }
  const save = (edits: readonly WiringEdit[]) => wiring.change(...edits)
  const show = (next: PositionCause | null) => {
    setCause(next)
    setHeld(null)
    if (next === null) return
    setPositions(next.example.positions)
    setGridState(next.example.gridState)
    setFaultOf(null)
    handle.current?.fit()
    picture.current?.scrollIntoView({ block: 'center' })
  }
  const place = (next: Positions | null) => {
    if (next) {
      setCause(null)
      setHeld(null)
      setPositions(next)
    }
  }
  if (!hasWiring(installation))
    return (
      <TitledSheet title="Schematic">
        <EmptyState title="Nothing to wire yet">
          Add the inverter, the gateway and the circuits in the plan: the schematic is drawn from them. Or read a wiring
          from a file below.
        </EmptyState>
        <WiringFiles wiring={wiring} layer={stored} groups={[]} size={null} notes={[]} onStart={may('saveWiring')} />
      </TitledSheet>
    )
  const sentences = stateSentences(graph, state)
  const notes = [
    `${GRID_STATE_WORDS[gridState]}. ${sentences.map(({ text }) => text).join(' ')}`,
    'Isolate, lock off and prove dead before any cover is opened. Local code, the makers’ manuals and the licensed person come first.',
  ]
  return (
    <>
      <TitledSheet
        title="Schematic"
        note={
          wiring.revision
            ? `revision ${wiring.revision.number} by ${wiring.revision.madeByName}`
            : 'drawn from the plan'
        }
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
        {held && (
          <Notice kind="info" mx="14px" mb="8px">
            {held}
          </Notice>
        )}
        {wiring.refusal && (
          <Notice kind="error" mx="14px" mb="8px">
            {wiring.refusal}
          </Notice>
        )}
        <PlanDiffers wiring={wiring} differences={differences} />
        <AsBuilt planDiffers={differences.length > 0} />
        {remarks.map(({ id, message, isFault }) => (
          <Notice
            key={`${id} ${message}`}
            kind={isFault ? 'error' : 'caution'}
            mx="14px"
            mb="6px"
            action={
              <Button size="sm" variant="bare" onClick={() => select(id)}>
                show
              </Button>
            }
          >
            {namesIn(graph).get(id) ?? id}: {message}
          </Notice>
        ))}
        {schematic.state === 'loading' && (
          <Box h={`${HEIGHT.base}px`} px="14px" color="ink2" role="status">
            Drawing…
          </Box>
        )}
        {schematic.state === 'failed' && (
          <Notice kind="error" mx="14px" mb="10px">
            The drawing could not be laid out: {schematic.message}. The wiring is kept; load the page again.
          </Notice>
        )}
        {schematic.state === 'ready' && (
          <Box position="relative" ref={picture}>
            <SchematicDrawing
              groups={groups}
              size={schematic.places}
              chosen={thing}
              label={`Schematic, ${GRID_STATE_WORDS[gridState].toLowerCase()}`}
              height={
                large
                  ? Math.max(HEIGHT.base, window.innerHeight - AROUND_LARGE)
                  : Math.max(280, Math.min(HEIGHT.most, schematic.places.height * 0.72))
              }
              onThing={click}
              handle={handle}
            />
            <ViewTools graph={graph} handle={handle} onFind={select} />
          </Box>
        )}
        <Box
          px="14px"
          py="8px"
          borderTopWidth="1px"
          borderColor="rule"
          fontSize="14px"
          role="status"
          aria-label="What is live"
        >
          {sentences.map(({ key, text, wrong }) => (
            <Text key={key} color={wrong ? 'stop' : 'ink'} fontWeight={wrong ? '600' : undefined}>
              {text}
            </Text>
          ))}
          <DataRunsDrawn data={data} />
          <Legend conductors={conductors} onConductors={setConductors} />
        </Box>
        {may('recordReadings') && <AsLeft positions={positions} />}
        {wiring.edit && layer !== 'both' && (
          <Flex px="14px" py="7px" gap="6px 18px" borderTopWidth="1px" borderColor="rule" wrap="wrap" align="center">
            <AddTools onAdd={(what) => setEditing({ add: what, near: thing })} />
            {wiring.revision && (
              <Text fontSize="13px" color="ink2" flex="1" minW="180px" overflowWrap="anywhere">
                Last change: {wiring.revision.note}
              </Text>
            )}
          </Flex>
        )}
        <WiringFiles
          wiring={wiring}
          layer={stored}
          groups={groups}
          size={schematic.state === 'ready' ? schematic.places : null}
          notes={notes}
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
          edit={wiring.edit && layer !== 'both'}
          onPosition={(device, position) => moveTo(device, { ...positions, [device]: position })}
          onFault={setFaultOf}
          onSelect={select}
          onEdit={() => setEditing({ change: thing })}
          onChange={(edit) => save([edit])}
        />
      )}
      <PositionSheet
        graph={graph}
        check={check}
        confirmed={confirmed && (stored === 'wired' || installation.wiring.wired === null)}
        shown={danger?.key ?? null}
        edit={wiring.edit && layer !== 'both'}
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

/** What the dotted lines are, and which data runs have an end that no place of the drawing is called after. */
function DataRunsDrawn({ data: { groups, unplaced } }: { data: DataRunLines }) {
  return (
    <>
      {groups.length > 0 && <Text color="ink2">Dotted: data and control cables, which carry no power.</Text>}
      {unplaced.length > 0 && (
        <Text color="ink2">
          Not drawn: {unplaced.map(({ name, end }) => `${name}, no place is called “${end}”`).join('; ')}.
        </Text>
      )}
    </>
  )
}
