'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { type InstallationGraph, namesIn } from '@/core/wiring/installationGraph'
import type { IsolationSet } from '@/core/wiring/isolationSet'
import { liveAt } from '@/core/wiring/liveState'
import { faultWords } from '@/core/wiring/stateWords'
import { wayWords, waysFromSources } from '@/core/wiring/waysFromSources'
import { Button } from '@/ui/Button'
import { VerdictWord } from '@/ui/VerdictWord'
import { isolationInWorker } from '@/workers/clients'
import { type ThingSheetProps } from './DeviceFacts'

export function PlaceFacts({ graph, id, state, fault, onFault }: ThingSheetProps) {
  const names = namesIn(graph)
  const node = graph.nodes.find((one) => one.id === id)
  const live = liveAt(state, id, graph.phases)
  const why = live.length === 0 ? 'Why is this dead?' : 'Why is this live?'
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
      <Box role="region" aria-label={why}>
        <Text fontWeight="600">{why}</Text>
        <Box as="ul" pl="18px" listStyleType="disc">
          {waysFromSources(graph, state, id).map((way) => (
            <Box as="li" key={`${way.source} ${way.phases.join(' ')}`} color={way.reason === 'feeds' ? 'ink' : 'ink2'}>
              {wayWords(graph, way)}
            </Box>
          ))}
        </Box>
      </Box>
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
