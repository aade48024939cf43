'use client'
import { Flex, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import type { Circuit, Installation } from '@/core/installation/installation'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import type { RulePack } from '@/core/rules/rulePack'
import { boardNameOf } from '@/core/wiring/boardDoors'
import { Button } from '@/ui/Button'
import { type Column, DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'

function columnsOf(installation: Installation, pack: RulePack): Column<Circuit>[] {
  const boardName = boardNameOf(installation)
  const loadsOf = ({ tag }: Circuit) =>
    installation.loads
      .filter(({ circuitTag }) => circuitTag === tag)
      .map(({ name }) => name)
      .join(', ')
  return [
    {
      head: 'Circuit',
      cell: ({ name, tag }) => (
        <Flex gap="8px" align="baseline" wrap="wrap">
          <Text fontWeight="600">{name}</Text>
          <Text fontFamily="mono" fontSize="12px" color="ink3">
            {tag}
          </Text>
        </Flex>
      ),
    },
    { head: 'Board', cell: ({ boardTag }) => (boardTag === null ? '–' : boardName(boardTag)), wideOnly: true },
    {
      head: 'Device',
      cell: ({ breakerA, curve }) => (breakerA === null ? 'open' : `${curve ?? ''}${formatNumber(breakerA)} A`),
    },
    {
      head: pack.words.residualCurrentDeviceShort,
      cell: ({ iDeltaNMa }) => (iDeltaNMa === null ? 'none' : formatQuantity(iDeltaNMa, 'mA', 3)),
      wideOnly: true,
    },
    ...(pack.phases.length > 1 ? [{ head: 'Phase', cell: ({ phase }: Circuit) => phase }] : []),
    { head: 'Loads', cell: (circuit) => loadsOf(circuit) || '–', wideOnly: true },
    {
      head: 'In an outage',
      cell: ({ backedUp }) => (backedUp ? 'backed up' : <chakra.span color="ink2">not backed up</chakra.span>),
    },
  ]
}

/** The circuits as they are found: device, residual-current protection, what hangs on each. */
export function CircuitsSheet() {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    may,
  } = useJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const { circuits } = installation
  const edit = may('saveItem')
  return (
    <TitledSheet
      title="Circuits"
      actions={
        edit && (
          <Button size="sm" onClick={() => setEditing({ kind: 'circuit', item: null })}>
            Add a circuit
          </Button>
        )
      }
    >
      {circuits.length === 0 ? (
        <EmptyState title="No circuits yet">
          Read them off the chart in the door, and check it: half of all charts are wrong.
        </EmptyState>
      ) : (
        <DataTable<Circuit>
          label="Circuits"
          rows={circuits}
          keyOf={({ id }) => id}
          onOpen={edit ? (circuit) => setEditing({ kind: 'circuit', item: circuit }) : undefined}
          openLabel={({ name }) => `Change ${name}`}
          columns={columnsOf(installation, pack)}
        />
      )}
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </TitledSheet>
  )
}
