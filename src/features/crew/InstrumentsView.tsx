'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { MEASURED_WORDS } from '@/core/instrument/measuredUnits'
import { mayCall } from '@/server/access'
import type { InstrumentView } from '@/server/useCases/instruments'
import { Button } from '@/ui/Button'
import { type Column, DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { useToday } from '@/ui/useTimes'
import { problemWords } from '../api'
import { CalibrationWord } from './CalibrationWord'
import { InstrumentSheet } from './InstrumentSheet'
import { NewInstrument } from './NewInstrument'
import type { CrewProps } from './PeopleView'
import { useInstruments } from './useInstruments'

/** What an instrument is for, in a line: the quantities it measures. */
const measuresOf = ({ functions, provingUnit }: InstrumentView): string =>
  provingUnit
    ? 'proves testers for absence of voltage'
    : [...new Set(functions.map(({ measures }) => MEASURED_WORDS[measures]))].join(', ') || 'no ranges entered'

const columnsAt = (today: string): readonly Column<InstrumentView>[] => [
  {
    head: 'Instrument',
    cell: ({ tag, name, serial }) => (
      <Box>
        <chakra.span fontWeight="600">{tag}</chakra.span> {name}
        {serial !== null && (
          <Text as="span" display="block" fontSize="13px" color="ink2">
            serial {serial}
          </Text>
        )}
      </Box>
    ),
  },
  {
    head: 'Measures',
    cell: (one) => (
      <chakra.span fontSize="13px" color="ink2">
        {measuresOf(one)}
      </chakra.span>
    ),
    wideOnly: true,
  },
  { head: 'Certificate', cell: (one) => <CalibrationWord instrument={one} today={today} /> },
  { head: 'With', cell: ({ heldBy }) => heldBy?.name ?? <chakra.span color="ink3">store</chakra.span> },
]

/** The crew's instruments: what each measures and how well, its certificates, and who has it. */
export function InstrumentsView({ actor, crew }: CrewProps) {
  const { instruments, failure, refresh } = useInstruments()
  const [adding, setAdding] = useState(false)
  const [opened, setOpened] = useState<string | null>(null)
  const today = useToday()
  const mayAdd = mayCall(actor.role, 'saveInstrument')
  const used = instruments?.filter(({ laidAside }) => !laidAside) ?? []
  const aside = instruments?.filter(({ laidAside }) => laidAside) ?? []
  const instrument = instruments?.find(({ id }) => id === opened)
  const table = (label: string, rows: InstrumentView[]) => (
    <DataTable
      label={label}
      columns={columnsAt(today)}
      rows={rows}
      keyOf={({ id }) => id}
      onOpen={({ id }) => setOpened(id)}
      openLabel={({ tag }) => `Open ${tag}`}
      openWord="open"
    />
  )
  return (
    <>
      <TitledSheet
        title="Instruments"
        note="a reading is held against the range it was read in"
        actions={
          mayAdd && (
            <Button size="sm" variant="act" onClick={() => setAdding(true)}>
              Add an instrument
            </Button>
          )
        }
      >
        {failure !== null && failure !== undefined && (
          <Notice kind="error" mx="14px" mb="10px">
            {problemWords(failure)}
          </Notice>
        )}
        {instruments !== null && used.length === 0 && (
          <EmptyState title="No instruments yet">
            Add what the crew measures with. Until an instrument with a valid certificate is named, a reading is at most
            Watch.
          </EmptyState>
        )}
        {used.length > 0 && table('Instruments of the crew', used)}
      </TitledSheet>
      {aside.length > 0 && <TitledSheet title="Laid aside">{table('Instruments laid aside', aside)}</TitledSheet>}
      <Overlay title="Add an instrument" open={adding} onClose={() => setAdding(false)} wide>
        <NewInstrument
          onAdded={(id) => {
            setAdding(false)
            setOpened(id)
          }}
          refresh={refresh}
        />
      </Overlay>
      <Overlay
        title={instrument ? `${instrument.tag} ${instrument.name}` : ''}
        open={instrument !== undefined}
        onClose={() => setOpened(null)}
        wide
      >
        {instrument && (
          <InstrumentSheet
            key={instrument.id}
            instrument={instrument}
            actor={actor}
            people={crew.people}
            today={today}
            refresh={refresh}
          />
        )}
      </Overlay>
    </>
  )
}
