'use client'
import { chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { MODE_WORDS } from '@/core/evidence/point'
import { RCD_FAMILIES } from '@/core/evidence/families/rcdTimes'
import type { Circuit } from '@/core/installation/installation'
import { residualDevices } from '@/core/installation/residualDevices'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'

/** The residual-current devices of all circuits, each in both modes. */
export function RcdTests() {
  const {
    record: { installation },
    bench,
    may,
  } = useJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const { words } = bench.context.pack
  const edit = may('changeJob')
  const devices = residualDevices(installation)
  return (
    <TitledSheet
      title={`${words.residualCurrentDeviceShort} tests, both modes`}
      actions={
        edit && (
          <Button size="sm" onClick={() => setEditing({ kind: 'circuit', item: null })}>
            Add a circuit
          </Button>
        )
      }
    >
      {installation.circuits.length === 0 ? (
        <EmptyState title="No circuits yet">
          Add the circuits that are backed up, with the {words.residualCurrentDevice} each is behind.
        </EmptyState>
      ) : (
        <DataTable<Circuit>
          label="Residual-current tests"
          rows={installation.circuits}
          keyOf={({ id }) => id}
          onOpen={edit ? (circuit) => setEditing({ kind: 'circuit', item: circuit }) : undefined}
          openLabel={({ name }) => `Change ${name}`}
          columns={[
            {
              head: 'Circuit',
              cell: ({ tag, name }) => (
                <>
                  <chakra.span fontFamily="mono" fontSize="13px" color="ink3">
                    {tag}
                  </chakra.span>{' '}
                  {name}
                </>
              ),
            },
            {
              head: 'Device',
              wideOnly: true,
              cell: ({ iDeltaNMa, device, residualTag, residualType }) =>
                iDeltaNMa === null
                  ? 'none'
                  : `${residualTag === null ? '' : `${residualTag} · `}${residualType ? `${residualType} ` : ''}${iDeltaNMa} mA${device === 'delayed' ? ' S' : ''}`,
            },
            ...(['grid', 'island'] as const).map((mode) => ({
              head: MODE_WORDS[mode],
              cell: (circuit: Circuit) => {
                const own = devices.find(({ circuits }) => circuits.some(({ id }) => id === circuit.id))
                return <RcdCell pointKey={own ? RCD_FAMILIES[mode].key(own) : null} />
              },
            })),
          ]}
        />
      )}
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </TitledSheet>
  )
}

function RcdCell({ pointKey }: { pointKey: string | null }) {
  const { bench, select, at } = useJob()
  const judgement = pointKey === null ? undefined : bench.judgements.get(pointKey)
  if (!judgement) return <chakra.span color="ink3">not asked for</chakra.span>
  return (
    <chakra.button
      type="button"
      cursor="pointer"
      minH="36px"
      textAlign="left"
      bg={at === pointKey ? 'emberSoft' : undefined}
      px="4px"
      borderRadius="l1"
      onClick={(event) => {
        event.stopPropagation()
        select(pointKey)
      }}
    >
      <VerdictWord verdict={judgement.verdict} />
      {judgement.value && <chakra.span fontWeight="600"> {judgement.value}</chakra.span>}
    </chakra.button>
  )
}
