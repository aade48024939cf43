'use client'
import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import type { FaultPath } from '@/core/wiring/faultPath'
import { type GraphDevice, type InstallationGraph, type Positions, namesIn } from '@/core/wiring/installationGraph'
import { type LiveState } from '@/core/wiring/liveState'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import { Button } from '@/ui/Button'

export interface ThingSheetProps {
  graph: InstallationGraph
  id: string
  state: LiveState
  positions: Positions
  fault: FaultPath | null
  edit: boolean
  onPosition: (device: string, position: string) => void
  onFault: (load: string | null) => void
  onSelect: (id: string | null) => void
  onEdit: () => void
  onChange: (edit: WiringEdit) => Promise<string | null>
}

export function Named({ graph, id, onSelect }: Pick<ThingSheetProps, 'graph' | 'onSelect'> & { id: string }) {
  return (
    <Button variant="bare" size="sm" px="0" minH="24px" onClick={() => onSelect(id)}>
      {namesIn(graph).get(id) ?? `${id}, which is not there`}
    </Button>
  )
}

export function DeviceFacts({
  graph,
  device,
  positions,
  state,
  onPosition,
  onChange,
  edit,
  onSelect,
}: ThingSheetProps & { device: GraphDevice }) {
  const names = namesIn(graph)
  const locks = graph.interlocks
    .filter((pair) => pair.includes(device.id))
    .map((pair) => pair.find((other) => other !== device.id) ?? '')
  const others = graph.devices.filter(
    (other) => other.kind === 'manual' && other.id !== device.id && !locks.includes(other.id),
  )
  if (device.kind === 'auto')
    return (
      <Text>
        Moves by itself:{' '}
        {device.logic === 'gridHealthy' ? (
          <>
            closed while the street is healthy at <Named graph={graph} onSelect={onSelect} id={device.senseNode} />
            {device.opensOn.includes('brokenNeutral') ? ', open when its neutral is lost' : ', blind to a lost neutral'}
          </>
        ) : (
          <>
            the opposite of <Named graph={graph} onSelect={onSelect} id={device.of} />
          </>
        )}
        . Now <b>{state.closedAutos.has(device.id) ? 'closed' : 'open'}</b>.
      </Text>
    )
  return (
    <>
      <Flex gap="6px" align="center" wrap="wrap" role="group" aria-label={`Position of ${names.get(device.id)}`}>
        {device.positions.map(({ name }) => (
          <Button
            key={name}
            size="sm"
            variant={positions[device.id] === name ? 'chosen' : 'quiet'}
            aria-pressed={positions[device.id] === name}
            onClick={() => onPosition(device.id, name)}
          >
            {name}
          </Button>
        ))}
        <Text color="ink2">
          left at “{graph.plan.asLeft[device.id]}”{device.lockable ? ', can be locked off' : ', cannot be locked off'}
        </Text>
      </Flex>
      <Flex gap="6px 10px" align="center" wrap="wrap" color="ink2">
        {locks.length === 0 && <Text>No interlock.</Text>}
        {locks.map((other) => (
          <Flex key={other} align="center" gap="4px">
            interlocked with <Named graph={graph} onSelect={onSelect} id={other} />
            {edit && (
              <Button
                variant="bare"
                size="sm"
                fontSize="13px"
                onClick={() => void onChange({ kind: 'releaseInterlock', a: device.id, b: other })}
                aria-label={`Take out the interlock with ${names.get(other)}`}
              >
                take out
              </Button>
            )}
          </Flex>
        ))}
        {edit && others.length > 0 && (
          <InterlockChoice others={others} onChoose={(b) => void onChange({ kind: 'interlock', a: device.id, b })} />
        )}
      </Flex>
    </>
  )
}

function InterlockChoice({ others, onChoose }: { others: readonly GraphDevice[]; onChoose: (id: string) => void }) {
  return (
    <NativeSelect.Root variant="outline" w="250px">
      <NativeSelect.Field
        value=""
        aria-label="Add an interlock with"
        onChange={(event) => {
          if (event.target.value !== '') onChoose(event.target.value)
        }}
      >
        <option value="">add an interlock with…</option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name ?? id}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}
