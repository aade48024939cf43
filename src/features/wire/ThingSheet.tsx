'use client'
import { Flex, Text } from '@chakra-ui/react'
import { namesIn } from '@/core/wiring/installationGraph'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { type ThingSheetProps, DeviceFacts, Named } from './DeviceFacts'
import { PlaceFacts } from './PlaceFacts'

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
              ', whatever the street does'
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
