'use client'
import { Flex, Input } from '@chakra-ui/react'
import { Maximize, Minus, Plus } from 'lucide-react'
import { type RefObject, useId, useState } from 'react'
import { LAYER_WORDS } from '@/core/installation/wiring'
import { GRID_STATES, type GridState, type InstallationGraph, type Positions, namesIn } from '@/core/wiring/installationGraph'
import { CONDUCTOR_LAYERS, type ConductorLayer } from '@/core/wiring/schematic/schematicDrawing'
import { GRID_STATE_WORDS } from '@/core/wiring/stateWords'
import { Button } from '@/ui/Button'
import type { SchematicHandle } from './SchematicDrawing'
import { ADDABLE, ADDABLE_WORDS, type Addable } from './thingForms'

export type ShownLayer = 'planned' | 'wired' | 'both'
const SHOWN_WORDS: Readonly<Record<ShownLayer, string>> = { ...LAYER_WORDS, both: 'what differs' }
const CONDUCTOR_WORDS: Readonly<Record<ConductorLayer, string>> = { live: 'live', neutral: 'neutral', protective: 'earth' }
const PLAN_WORDS = { asLeft: 'as left', island: 'in an outage', bypass: 'on the bypass' } as const

interface SchematicBarProps {
  graph: InstallationGraph
  layer: ShownLayer
  onLayer: (layer: ShownLayer) => void
  gridState: GridState
  onGridState: (gridState: GridState) => void
  positions: Positions
  onPositions: (positions: Positions | null) => void
  conductors: readonly ConductorLayer[]
  onConductors: (layers: readonly ConductorLayer[]) => void
  onFind: (id: string) => void
  handle: RefObject<SchematicHandle | null>
  edit: boolean
  onAdd: (what: Addable) => void
}

/** What the picture shows: which wiring, which state of the street, where the switches stand, which conductors. */
export function SchematicBar({ graph, layer, onLayer, gridState, onGridState, positions, onPositions, conductors, onConductors, onFind, handle, edit, onAdd }: SchematicBarProps) {
  const stands = (plan: Positions | null) => plan !== null && Object.entries(plan).every(([device, position]) => positions[device] === position)
  const toggle = (one: ConductorLayer) => onConductors(CONDUCTOR_LAYERS.filter((other) => (other === one ? !conductors.includes(one) : conductors.includes(other))))
  return (
    <Flex direction="column" gap="6px" px="14px" pb="8px">
      <Flex gap="6px 16px" wrap="wrap" align="center">
        <Group label="Wiring">{(Object.keys(SHOWN_WORDS) as ShownLayer[]).map((one) => <Choice key={one} on={layer === one} onClick={() => onLayer(one)}>{SHOWN_WORDS[one]}</Choice>)}</Group>
        <Group label="Street">{GRID_STATES.map((one) => <Choice key={one} on={gridState === one} onClick={() => onGridState(one)}>{GRID_STATE_WORDS[one].replace(/^Street’?s? /, '')}</Choice>)}</Group>
        <Group label="Switches">{(['asLeft', 'island', 'bypass'] as const).map((plan) => graph.plan[plan] && <Choice key={plan} on={stands(graph.plan[plan])} onClick={() => onPositions(graph.plan[plan])}>{PLAN_WORDS[plan]}</Choice>)}</Group>
      </Flex>
      <Flex gap="6px 16px" wrap="wrap" align="center">
        <Group label="Conductors">{CONDUCTOR_LAYERS.map((one) => <Choice key={one} on={conductors.includes(one)} onClick={() => toggle(one)}>{CONDUCTOR_WORDS[one]}</Choice>)}</Group>
        <Find graph={graph} onFind={onFind} />
        <Flex gap="4px" role="group" aria-label="View">
          <Button size="sm" px="0" onClick={() => handle.current?.zoomBy(1.3)} aria-label="Larger"><Plus size={16} aria-hidden /></Button>
          <Button size="sm" px="0" onClick={() => handle.current?.zoomBy(1 / 1.3)} aria-label="Smaller"><Minus size={16} aria-hidden /></Button>
          <Button size="sm" px="0" onClick={() => handle.current?.fit()} aria-label="Whole drawing"><Maximize size={15} aria-hidden /></Button>
        </Flex>
        {edit && <Group label="Add">{ADDABLE.map((what) => <Button key={what} size="sm" px="9px" onClick={() => onAdd(what)} aria-label={`Add ${ADDABLE_WORDS[what]}`}>{what}</Button>)}</Group>}
      </Flex>
    </Flex>
  )
}

function Group({ label, children }: { label: string; children: React.ReactNode }) {
  return <Flex align="center" gap="4px" role="group" aria-label={label} wrap="wrap"><Flex as="span" fontSize="13px" color="ink2" mr="2px">{label}</Flex>{children}</Flex>
}

function Choice({ on, onClick, children }: { on: boolean; onClick: () => void; children: React.ReactNode }) {
  return <Button size="sm" px="9px" variant={on ? 'chosen' : 'quiet'} aria-pressed={on} onClick={onClick} fontWeight={on ? '600' : '400'}>{children}</Button>
}

/** Finds a thing by its name and brings it to the middle. */
function Find({ graph, onFind }: { graph: InstallationGraph; onFind: (id: string) => void }) {
  const [text, setText] = useState('')
  const [missed, setMissed] = useState(false)
  const list = useId()
  const names = [...namesIn(graph)]
  const go = (wanted: string): boolean => {
    const sought = wanted.trim().toLowerCase()
    const hit = sought === '' ? undefined : names.find(([, name]) => name.toLowerCase() === sought) ?? names.find(([id, name]) => name.toLowerCase().startsWith(sought) || id.toLowerCase() === sought) ?? names.find(([, name]) => name.toLowerCase().includes(sought)) ?? graph.edges.filter(({ runTag }) => runTag?.toLowerCase() === sought).map(({ id }): [string, string] => [id, id])[0]
    setMissed(sought !== '' && hit === undefined)
    if (hit) onFind(hit[0])
    return hit !== undefined
  }
  return (
    <Flex as="form" align="center" gap="6px" onSubmit={(event) => { event.preventDefault(); go(text) }}>
      <Input size="sm" minH="36px" w="170px" value={text} list={list} placeholder="Find by name" aria-label="Find on the schematic" aria-invalid={missed} onChange={(event) => { setText(event.target.value); setMissed(false); if (names.some(([, name]) => name === event.target.value)) go(event.target.value) }} />
      <datalist id={list}>{[...new Set(names.map(([, name]) => name))].map((name) => <option key={name} value={name} />)}</datalist>
      {missed && <Flex as="span" role="status" fontSize="13px" color="stop">nothing is called that</Flex>}
    </Flex>
  )
}
