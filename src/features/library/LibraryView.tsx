'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { COMPONENT_KINDS, type ComponentKind } from '@/core/installation/installation'
import { type Actor, mayCall } from '@/server/access'
import type { EquipmentView } from '@/server/useCases/equipment'
import { Button } from '@/ui/Button'
import { Choice } from '@/ui/Choice'
import { type Column, DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { problemWords } from '../api'
import { EquipmentForm } from './EquipmentForm'
import { EquipmentSheet } from './EquipmentSheet'
import { figuresInALine, kindWords } from './figureWords'
import { useLibrary } from './useLibrary'

const nameOf = ({ revisions }: EquipmentView) => revisions[0]?.name ?? ''

const COLUMNS: readonly Column<EquipmentView>[] = [
  {
    head: 'Equipment',
    cell: (piece) => (
      <Box>
        <chakra.span fontWeight="600">{nameOf(piece)}</chakra.span>
        <Text as="span" display="block" fontSize="13px" color="ink2">
          {kindWords(piece.kind)} {piece.revisions[0]?.model}
        </Text>
      </Box>
    ),
  },
  {
    head: 'Declared',
    cell: ({ revisions: [latest] }) => (
      <chakra.span fontSize="13px" color="ink2">
        {latest ? figuresInALine(latest) : ''}
      </chakra.span>
    ),
    wideOnly: true,
  },
  {
    head: 'Read in',
    cell: ({ revisions: [latest] }) => latest?.source ?? <chakra.span color="ink3">nobody said</chakra.span>,
    wideOnly: true,
  },
  { head: 'Revision', cell: ({ revisions: [latest] }) => latest?.revision ?? '', numeric: true },
  { head: 'Documents', cell: ({ files }) => files.length, numeric: true },
]

/** The crew's library of equipment: entered once from the maker's papers, taken into every job. */
export function LibraryView({ actor }: { actor: Actor }) {
  const { pieces, failure, refresh } = useLibrary()
  const [adding, setAdding] = useState(false)
  const [opened, setOpened] = useState<string | null>(null)
  const sorted = pieces?.toSorted((a, b) => nameOf(a).localeCompare(nameOf(b))) ?? []
  const used = sorted.filter(({ laidAside }) => !laidAside)
  const aside = sorted.filter(({ laidAside }) => laidAside)
  const piece = pieces?.find(({ id }) => id === opened)
  const table = (label: string, rows: EquipmentView[]) => (
    <DataTable
      label={label}
      columns={COLUMNS}
      rows={rows}
      keyOf={({ id }) => id}
      onOpen={({ id }) => setOpened(id)}
      openLabel={(one) => `Open ${nameOf(one)}`}
      openWord="open"
    />
  )
  return (
    <>
      <TitledSheet
        title="Equipment"
        note="entered once, from the maker’s papers"
        actions={
          mayCall(actor.role, 'saveEquipment') && (
            <Button size="sm" variant="act" onClick={() => setAdding(true)}>
              Add equipment
            </Button>
          )
        }
      >
        {failure !== null && failure !== undefined && (
          <Notice kind="error" mx="14px" mb="10px">
            {problemWords(failure)}
          </Notice>
        )}
        {pieces !== null && used.length === 0 && (
          <EmptyState title="Nothing in the library yet">
            Enter an inverter, a battery module or a gateway once, with the figures its maker declares. A job then takes
            it from Survey, Sources; a figure nobody knows stays Open there.
          </EmptyState>
        )}
        {used.length > 0 && table('Equipment of the crew', used)}
      </TitledSheet>
      {aside.length > 0 && <TitledSheet title="Laid aside">{table('Equipment laid aside', aside)}</TitledSheet>}
      <Overlay title="Add equipment" open={adding} onClose={() => setAdding(false)} wide>
        {adding && (
          <NewEquipment
            onAdded={async (id) => {
              await refresh()
              setAdding(false)
              setOpened(id)
            }}
          />
        )}
      </Overlay>
      <Overlay title={piece ? nameOf(piece) : ''} open={piece !== undefined} onClose={() => setOpened(null)} wide>
        {piece && <EquipmentSheet key={piece.id} piece={piece} actor={actor} refresh={refresh} />}
      </Overlay>
    </>
  )
}

function NewEquipment({ onAdded }: { onAdded: (id: string) => Promise<void> }) {
  const [kind, setKind] = useState<ComponentKind>('inverter')
  const [id] = useState(() => uuidv7())
  return (
    <>
      <Flex align="center" gap="10px" wrap="wrap" mb="3">
        <Text fontSize="14px">It is</Text>
        <Choice
          label="Kind of equipment"
          value={kind}
          options={COMPONENT_KINDS.map((one) => [one, kindWords(one)] as const)}
          onChange={(one) => setKind(one as ComponentKind)}
          width="200px"
        />
      </Flex>
      <EquipmentForm key={kind} kind={kind} latest={null} equipmentId={id} onSaved={() => onAdded(id)} />
    </>
  )
}
