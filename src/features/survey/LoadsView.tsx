'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { medicalToSettle } from '@/core/plan/medical'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'
import { LoadStrip } from '../plan/LoadStrip'
import { LoadsTable } from './LoadsTable'
import { MeteringSheet } from './MeteringSheet'
import { download } from './download'

/** Laid out on a sheet of its own. */
const ImportLoads = dynamic(() => import('./ImportLoads').then(({ ImportLoads }) => ImportLoads))

/** The loads as a strip against the limits, as a list with their plates, and as a file both ways. */
export function LoadsView() {
  const {
    record: { installation },
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
          <LoadsTable onOpen={edit ? (load) => setEditing({ kind: 'load', item: load }) : undefined} />
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
