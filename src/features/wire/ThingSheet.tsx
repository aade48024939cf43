'use client'
import { Box, Flex, NativeSelect, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { FaultPath } from '@/core/wiring/faultPath'
import { type GraphDevice, type InstallationGraph, type Positions, namesIn } from '@/core/wiring/installationGraph'
import type { IsolationSet } from '@/core/wiring/isolationSet'
import { type LiveState, liveAt } from '@/core/wiring/liveState'
import { faultWords } from '@/core/wiring/stateWords'
import type { WiringEdit } from '@/core/wiring/wiringEdits'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { isolationInWorker } from '@/workers/clients'

interface ThingSheetProps {
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

/** What is chosen on the schematic: how it stands, what to do to work on it, and the way to change it. */
export function ThingSheet(props: ThingSheetProps) {
  const { graph, id, edit, onEdit, onSelect } = props
  const name = namesIn(graph).get(id) ?? id
  const node = graph.nodes.find((one) => one.id === id)
  const device = graph.devices.find((one) => one.id === id)
  const way = graph.edges.find((one) => one.id === id)
  const source = graph.sources.find((one) => one.id === id)
  const known = node ?? device ?? way ?? source ?? graph.bonds.find((one) => one.id === id)
  if (!known) return null
  return (
    <TitledSheet
      title={name}
      actions={
        <>
          {edit && (
            <Button size="sm" onClick={onEdit} aria-label={`Change ${name}`}>
              Change
            </Button>
          )}
          <Button size="sm" variant="bare" onClick={() => onSelect(null)}>
            close
          </Button>
        </>
      }
    >
      <Flex direction="column" gap="8px" px="14px" pb="12px" fontSize="14px">
        {node && <PlaceFacts {...props} />}
        {device && <DeviceFacts {...props} device={device} />}
        {way && (
          <Text>
            {way.carries.join(' ')} from <Named {...props} id={way.from} /> to <Named {...props} id={way.to} />
            {way.device !== null && (
              <>
                {' '}
                through <Named {...props} id={way.device} />
              </>
            )}
            {way.runTag && (
              <>
                , run <b>{way.runTag}</b>
              </>
            )}
            {way.rcd && ', with a residual-current device'}.
          </Text>
        )}
        {source && (
          <Text>
            {source.role === 'forming' ? 'Forms a voltage of its own' : 'Follows a voltage that is there'} at{' '}
            <Named {...props} id={source.node} />
            {source.gateway ? (
              <>
                , parted from the street by <Named {...props} id={source.gateway} />
              </>
            ) : source.kind === 'grid' ? (
              ''
            ) : source.role === 'forming' ? (
              ', whatever the grid does'
            ) : (
              ''
            )}
            .
          </Text>
        )}
        {!node && !device && !way && !source && (
          <Text>
            A join of neutral and earth at{' '}
            <Named {...props} id={graph.bonds.find((one) => one.id === id)?.node ?? ''} />.
          </Text>
        )}
      </Flex>
    </TitledSheet>
  )
}

function Named({ graph, id, onSelect }: Pick<ThingSheetProps, 'graph' | 'onSelect'> & { id: string }) {
  return (
    <Button variant="bare" size="sm" px="0" minH="24px" onClick={() => onSelect(id)}>
      {namesIn(graph).get(id) ?? `${id}, which is not there`}
    </Button>
  )
}

function DeviceFacts({
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
            closed while the grid is healthy at <Named graph={graph} onSelect={onSelect} id={device.senseNode} />
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

function PlaceFacts({ graph, id, state, fault, onFault }: ThingSheetProps) {
  const names = namesIn(graph)
  const node = graph.nodes.find((one) => one.id === id)
  const live = liveAt(state, id, graph.phases)
  return (
    <>
      <Text>
        {live.length === 0
          ? 'Dead in this position – which is no proof: measure.'
          : `Live from ${live.map((one) => names.get(one) ?? one).join(' and ')}.`}
        {node?.promise === 'backup'
          ? ' Stays on in an outage.'
          : node?.promise === 'leftOut'
            ? ' Left out in an outage.'
            : ''}
      </Text>
      {node?.kind === 'load' && (
        <Flex gap="10px" align="center" wrap="wrap">
          <Button
            size="sm"
            variant={fault ? 'chosen' : 'quiet'}
            aria-pressed={fault !== null}
            onClick={() => onFault(fault ? null : id)}
          >
            {fault ? 'Fault path shown' : 'Show the way of a fault current'}
          </Button>
          {fault && (
            <Text role="status" flex="1" minW="200px" color={fault.returns === 'none' ? 'stop' : 'ink'}>
              {faultWords(graph, fault)}
            </Text>
          )}
        </Flex>
      )}
      {node && node.kind !== 'electrode' && (
        <Isolation key={`${id} ${graph.devices.length}`} graph={graph} target={id} />
      )}
    </>
  )
}

/** W-2: what to open and lock to work here, in which order, and where to prove dead. */
function Isolation({ graph, target }: { graph: InstallationGraph; target: string }) {
  const [found, setFound] = useState<IsolationSet | null | 'failed' | undefined>(undefined)
  useEffect(() => {
    const controller = new AbortController()
    isolationInWorker(graph, target, controller.signal).then(
      (set) => {
        if (!controller.signal.aborted) setFound(set)
      },
      () => {
        if (!controller.signal.aborted) setFound('failed')
      },
    )
    return () => controller.abort()
  }, [graph, target])
  const names = namesIn(graph)
  const say = (id: string) => names.get(id) ?? id
  if (found === undefined) return <Text color="ink2">Looking for the switches that cut every source…</Text>
  if (found === 'failed')
    return <Text color="stop">The switches could not be worked out. Isolate by the drawing, and prove dead.</Text>
  if (found === null)
    return <Text color="ink2">The wiring has faults; isolation cannot be worked out until they are put right.</Text>
  const reminders = [
    ...(graph.sources.some(({ kind }) => kind === 'pv')
      ? ['PV strings stay live in daylight, up to their own isolator.']
      : []),
    ...(graph.sources.some(({ kind }) => kind === 'inverter')
      ? ['Batteries stay live at their terminals, and capacitors hold charge: wait as the maker says.']
      : []),
  ]
  return (
    <Box role="region" aria-label="To work on it" borderTopWidth="1px" borderColor="rule" pt="8px">
      <Flex gap="10px" align="center">
        <Text fontWeight="600">To work on it</Text>
        <VerdictWord verdict={found.verdict} />
      </Flex>
      {found.minimalSet === null ? (
        <Text color="stop">
          No set of switches cuts every source from here. Something has to be disconnected first.
        </Text>
      ) : (
        <>
          <Box as="ol" pl="20px" css={{ listStyle: 'decimal' }}>
            {(found.openingOrder ?? []).map((id) => {
              const device = graph.devices.find((one) => one.id === id)
              return (
                <li key={id}>
                  Open <b>{say(id)}</b>
                  {device?.kind === 'manual' && device.lockable
                    ? ', lock it off'
                    : ' – it cannot be locked: post somebody, or take out what can be taken out'}
                  .
                </li>
              )
            })}
            <li>
              Prove dead at {say(found.proveDead.node)} on a proven tester: {found.proveDead.conductors.join(', ')},
              between all of them and to earth.
            </li>
          </Box>
          {found.localSources.length > 0 && (
            <Text color="watch">
              {found.localSources.map(say).join(' and ')} {found.localSources.length === 1 ? 'sits' : 'sit'} right here
              and cannot be cut: it stays live.
            </Text>
          )}
        </>
      )}
      {reminders.map((text) => (
        <Text key={text} color="ink2">
          {text}
        </Text>
      ))}
    </Box>
  )
}
