'use client'
import { SAFETY_WORDS } from '@/core/wiring/safetyCircuits'
import { Box, Flex, Input } from '@chakra-ui/react'
import { Maximize, Minus, Plus } from 'lucide-react'
import { type RefObject, useId, useState } from 'react'
import { LAYER_WORDS } from '@/core/installation/wiring'
import {
  GRID_STATES,
  type GridState,
  type InstallationGraph,
  type Positions,
  namesIn,
} from '@/core/wiring/installationGraph'
import { CONDUCTOR_LAYERS, type ConductorLayer } from '@/core/wiring/schematic/schematicPen'
import { GRID_STATE_WORDS } from '@/core/wiring/stateWords'
import { Button } from '@/ui/Button'
import type { SchematicHandle } from './SchematicDrawing'
import { ADDABLE, ADDABLE_WORDS, type Addable } from './forms/formToAdd'

export type ShownLayer = 'planned' | 'wired' | 'both'
const SHOWN_WORDS: Readonly<Record<ShownLayer, string>> = { ...LAYER_WORDS, both: 'what differs' }
const CONDUCTOR_WORDS: Readonly<Record<ConductorLayer, string>> = {
  live: 'live',
  neutral: 'neutral',
  protective: 'earth',
}
const PLAN_WORDS = { asLeft: 'as left', island: 'in an outage', bypass: 'on the bypass' } as const

interface SchematicBarProps {
  graph: InstallationGraph
  gridState: GridState
  onGridState: (gridState: GridState) => void
  positions: Positions
  onPositions: (positions: Positions | null) => void
}

/** What state the picture is in: what the street does, and where the switches stand. */
export function SchematicBar({ graph, gridState, onGridState, positions, onPositions }: SchematicBarProps) {
  const stands = (plan: Positions | null) =>
    plan !== null && Object.entries(plan).every(([device, position]) => positions[device] === position)
  // where the switches stand alike in two of the plan's positions, the first one names them
  const named = (['asLeft', 'island', 'bypass'] as const).find((plan) => stands(graph.plan[plan]))
  return (
    <Flex gap="6px 18px" wrap="wrap" align="center" px="14px" pb="8px">
      <Group label="Street">
        {GRID_STATES.map((one) => (
          <Choice key={one} on={gridState === one} onClick={() => onGridState(one)}>
            {GRID_STATE_WORDS[one].replace(/^Street’?s? /, '')}
          </Choice>
        ))}
      </Group>
      <Group label="Switches">
        {(['asLeft', 'island', 'bypass'] as const).map(
          (plan) =>
            graph.plan[plan] && (
              <Choice key={plan} on={named === plan} onClick={() => onPositions(graph.plan[plan])}>
                {PLAN_WORDS[plan]}
              </Choice>
            ),
        )}
      </Group>
    </Flex>
  )
}

/** Which wiring is drawn. */
export function LayerChoice({ layer, onLayer }: { layer: ShownLayer; onLayer: (layer: ShownLayer) => void }) {
  return (
    <Group label="Wiring" hidden>
      {(Object.keys(SHOWN_WORDS) as ShownLayer[]).map((one) => (
        <Choice key={one} on={layer === one} onClick={() => onLayer(one)}>
          {SHOWN_WORDS[one]}
        </Choice>
      ))}
    </Group>
  )
}

/** Finding and enlarging, over a corner of the picture. */
export function ViewTools({
  graph,
  handle,
  onFind,
}: {
  graph: InstallationGraph
  handle: RefObject<SchematicHandle | null>
  onFind: (id: string) => void
}) {
  return (
    <Flex position="absolute" left="10px" bottom="8px" gap="4px" role="group" aria-label="View" align="flex-end">
      <Find graph={graph} onFind={onFind} />
      <Button size="sm" px="0" bg="sheet" onClick={() => handle.current?.zoomBy(1.3)} aria-label="Larger">
        <Plus size={16} aria-hidden />
      </Button>
      <Button size="sm" px="0" bg="sheet" onClick={() => handle.current?.zoomBy(1 / 1.3)} aria-label="Smaller">
        <Minus size={16} aria-hidden />
      </Button>
      <Button size="sm" px="0" bg="sheet" onClick={() => handle.current?.fit()} aria-label="Whole drawing">
        <Maximize size={15} aria-hidden />
      </Button>
    </Flex>
  )
}

const LEGEND = [
  { ink: 'grid', words: 'live from the street' },
  { ink: 'island', dash: '11 2.5', words: 'from a source of the house' },
  { ink: 'stop', dash: '3 2', words: 'both at once' },
  { ink: 'rule2', words: 'dead' },
] as const
const CONDUCTOR_LINES: Readonly<Record<ConductorLayer, { ink: string; dash?: string }>> = {
  live: { ink: 'grid' },
  neutral: { ink: 'neutral' },
  protective: { ink: 'earth', dash: '7 3' },
}

function Stroke({ ink, dash }: { ink: string; dash?: string }) {
  return (
    <svg width="24" height="8" aria-hidden>
      <line x1="0" x2="24" y1="4" y2="4" stroke={`var(--aw-colors-${ink})`} strokeWidth="2.4" strokeDasharray={dash} />
    </svg>
  )
}

/** What the lines mean; the conductors can be left out one by one. */
export function Legend({
  conductors,
  onConductors,
}: {
  conductors: readonly ConductorLayer[]
  onConductors: (layers: readonly ConductorLayer[]) => void
}) {
  const toggle = (one: ConductorLayer) =>
    onConductors(
      CONDUCTOR_LAYERS.filter((other) => (other === one ? !conductors.includes(one) : conductors.includes(other))),
    )
  return (
    <Flex gap="4px 14px" wrap="wrap" mt="5px" fontSize="13px" color="ink2" align="center">
      <Group label="Conductors" hidden>
        {CONDUCTOR_LAYERS.map((one) => (
          <Button
            key={one}
            size="sm"
            minH="30px"
            px="8px"
            fontSize="13px"
            fontWeight="400"
            variant="quiet"
            opacity={conductors.includes(one) ? 1 : 0.5}
            textDecoration={conductors.includes(one) ? undefined : 'line-through'}
            aria-pressed={conductors.includes(one)}
            onClick={() => toggle(one)}
          >
            <Stroke {...CONDUCTOR_LINES[one]} />
            {CONDUCTOR_WORDS[one]}
          </Button>
        ))}
      </Group>
      {LEGEND.map(({ ink, words, ...line }) => (
        <Flex key={ink} align="center" gap="5px">
          <Stroke ink={ink} {...line} />
          {words}
        </Flex>
      ))}
      <Flex align="center" gap="5px">
        <Box w="8px" h="8px" borderRadius="50%" bg="proven" />
        stays on
      </Flex>
      <Flex align="center" gap="5px">
        <Box w="8px" h="8px" borderRadius="50%" borderWidth="1.5px" borderColor="ink2" />
        left out
      </Flex>
      <Flex align="center" gap="5px">
        <Box as="span" px="3px" borderWidth="1.5px" borderColor="watch" color="watch" fontSize="12px" fontWeight="700">
          S
        </Box>
        {SAFETY_WORDS}
      </Flex>
    </Flex>
  )
}

/** What can be added to the wiring. */
export function AddTools({ onAdd }: { onAdd: (what: Addable) => void }) {
  return (
    <Group label="Add">
      {ADDABLE.map((what) => (
        <Button
          key={what}
          size="sm"
          px="9px"
          fontWeight="400"
          onClick={() => onAdd(what)}
          aria-label={`Add ${ADDABLE_WORDS[what]}`}
        >
          {what}
        </Button>
      ))}
    </Group>
  )
}

/** A row of choices; `hidden` where what they are shows without a word before them. */
function Group({ label, children, hidden = false }: { label: string; children: React.ReactNode; hidden?: boolean }) {
  return (
    <Flex align="center" gap="4px" role="group" aria-label={label} wrap="wrap">
      {!hidden && (
        <Flex as="span" fontSize="13px" color="ink2" mr="2px">
          {label}
        </Flex>
      )}
      {children}
    </Flex>
  )
}

function Choice({ on, onClick, children }: { on: boolean; onClick: () => void; children: React.ReactNode }) {
  return (
    <Button
      size="sm"
      px="9px"
      variant={on ? 'chosen' : 'quiet'}
      aria-pressed={on}
      onClick={onClick}
      fontWeight={on ? '600' : '400'}
    >
      {children}
    </Button>
  )
}

/** Finds a thing by its name and brings it to the middle. */
function Find({ graph, onFind }: { graph: InstallationGraph; onFind: (id: string) => void }) {
  const [text, setText] = useState('')
  const [missed, setMissed] = useState(false)
  const list = useId()
  const names = [...namesIn(graph)]
  const go = (wanted: string): boolean => {
    const sought = wanted.trim().toLowerCase()
    const hit =
      sought === ''
        ? undefined
        : (names.find(([, name]) => name.toLowerCase() === sought) ??
          names.find(([id, name]) => name.toLowerCase().startsWith(sought) || id.toLowerCase() === sought) ??
          names.find(([, name]) => name.toLowerCase().includes(sought)) ??
          graph.edges
            .filter(({ runTag }) => runTag?.toLowerCase() === sought)
            .map(({ id }): [string, string] => [id, id])[0])
    setMissed(sought !== '' && hit === undefined)
    if (hit) onFind(hit[0])
    return hit !== undefined
  }
  return (
    <Flex
      as="form"
      direction="column-reverse"
      align="flex-start"
      gap="2px"
      onSubmit={(event) => {
        event.preventDefault()
        go(text)
      }}
    >
      <Input
        size="sm"
        minH="36px"
        w="150px"
        bg="sheet"
        value={text}
        list={list}
        placeholder="Find by name"
        aria-label="Find on the schematic"
        aria-invalid={missed}
        onChange={(event) => {
          setText(event.target.value)
          setMissed(false)
          if (names.some(([, name]) => name === event.target.value)) go(event.target.value)
        }}
      />
      <datalist id={list}>
        {[...new Set(names.map(([, name]) => name))].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      {missed && (
        <Flex as="span" role="status" fontSize="13px" color="stop" bg="sheet" px="4px">
          nothing is called that
        </Flex>
      )}
    </Flex>
  )
}
