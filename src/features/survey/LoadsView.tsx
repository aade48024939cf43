'use client'
import { Flex, Text } from '@chakra-ui/react'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import type { Load } from '@/core/installation/installation'
import { medicalToSettle } from '@/core/plan/medical'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { LANE_WORDS, laneOf } from '../plan/loadLanes'
import { LoadStrip } from '../plan/LoadStrip'
import { MeteringSheet } from './MeteringSheet'
import { Pictures } from './Pictures'
import { download } from './download'

/** Laid out on a sheet of its own. */
const ImportLoads = dynamic(() => import('./ImportLoads').then(({ ImportLoads }) => ImportLoads))

/** The loads as a strip against the limits, as a list with their plates, and as a file both ways. */
export function LoadsView() {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    may,
  } = useJob()
  const [editing, setEditing] = useState<Editing | null>(null)
  const [importing, setImporting] = useState(false)
  const { loads } = installation
  const edit = may('saveItem')
  const unsettled = medicalToSettle(installation)
  const saveList = async () => {
    const { loadsCsv } = await import('@/schemas/tables/loadsCsv')
    download(`${installation.name} loads.csv`, loadsCsv(loads))
  }
  return (
    <>
      {unsettled && <Notice kind="error">{unsettled}</Notice>}
      <TitledSheet
        title="Loads against the limits"
        actions={
          edit && (
            <>
              <Button size="sm" onClick={() => setImporting(true)}>
                Read a list
              </Button>
              <Button size="sm" onClick={() => setEditing({ kind: 'load', item: null })}>
                Add a load
              </Button>
            </>
          )
        }
      >
        {loads.length === 0 ? (
          <EmptyState title="No loads yet">
            Walk the rooms with the board open: what is fixed, what starts with a motor, what the household insists on.
            Add the first load, or read a list from a sheet.
          </EmptyState>
        ) : (
          <LoadStrip />
        )}
      </TitledSheet>
      {loads.length > 0 && (
        <TitledSheet
          title="Loads"
          actions={
            <Button size="sm" onClick={() => void saveList()}>
              Save as CSV
            </Button>
          }
        >
          <DataTable<Load>
            label="Loads"
            rows={loads}
            keyOf={({ id }) => id}
            onOpen={edit ? (load) => setEditing({ kind: 'load', item: load }) : undefined}
            openLabel={({ name }) => `Change ${name}`}
            columns={[
              {
                head: 'Load',
                cell: ({ name, tag, figuresAssumed }) => (
                  <>
                    <Flex gap="8px" align="baseline" wrap="wrap">
                      <Text fontWeight="600">{name}</Text>
                      <Text fontFamily="mono" fontSize="12px" color="ink3">
                        {tag}
                      </Text>
                      {figuresAssumed && (
                        <Text fontSize="12px" color="watch">
                          typical figures
                        </Text>
                      )}
                    </Flex>
                    <Pictures subject={tag} label={name} />
                  </>
                ),
              },
              { head: 'Power', numeric: true, cell: ({ powerW }) => formatQuantity(powerW, 'W', 3) },
              { head: 'Runs', numeric: true, cell: ({ duty }) => `${formatNumber(duty * 100, 2)} %` },
              { head: 'pf', numeric: true, wideOnly: true, cell: ({ powerFactor }) => formatNumber(powerFactor, 2) },
              {
                head: 'LRA',
                numeric: true,
                wideOnly: true,
                cell: ({ lockedRotorA }) => (lockedRotorA === null ? '–' : formatQuantity(lockedRotorA, 'A', 3)),
              },
              ...(pack.phases.length > 1 ? [{ head: 'Phase', cell: ({ phase }: Load) => phase, wideOnly: true }] : []),
              { head: 'Circuit', wideOnly: true, cell: ({ circuitTag }) => circuitTag ?? '–' },
              { head: 'In an outage', cell: (load) => LANE_WORDS[laneOf(load)].toLowerCase() },
              ...(may('addPicture')
                ? [
                    {
                      head: 'Plate',
                      wideOnly: true,
                      cell: ({ tag }: Load) => (
                        <span onClick={(event) => event.stopPropagation()}>
                          <AddPicture subject={tag} compact />
                        </span>
                      ),
                    },
                  ]
                : []),
            ]}
          />
        </TitledSheet>
      )}
      <MeteringSheet />
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
      <Overlay title="Read a list of loads" open={importing} onClose={() => setImporting(false)} wide>
        <ImportLoads onClose={() => setImporting(false)} />
      </Overlay>
    </>
  )
}
