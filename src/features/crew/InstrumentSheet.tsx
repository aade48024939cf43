'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { MEASURED_UNITS, MEASURED_WORDS } from '@/core/instrument/measuredUnits'
import { type Actor, mayCall } from '@/server/access'
import type { InstrumentView } from '@/server/useCases/instruments'
import { AskFirst } from '@/ui/AskFirst'
import { Choice } from '@/ui/Choice'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { callUseCase } from '../api'
import { useAttemptWith } from '../useAttempt'
import { CalibrationWord } from './CalibrationWord'
import { CertificatesSheet } from './CertificatesSheet'
import { draftsOf } from './instrumentDraft'
import { InstrumentForm } from './InstrumentForm'
import type { Person } from './PeopleView'

interface Props {
  instrument: InstrumentView
  actor: Actor
  people: readonly Person[]
  today: string
  refresh: () => Promise<void>
}

/** One instrument: who has it, its certificates, and what it measures how well. */
export function InstrumentSheet({ instrument, actor, people, today, refresh }: Props) {
  const mayChange = mayCall(actor.role, 'saveInstrument') && !instrument.laidAside
  const [saved, setSaved] = useState(false)
  return (
    <Flex direction="column" gap="18px">
      <Text fontSize="14px">
        {instrument.laidAside ? 'Laid aside; what it read stays as it is. ' : ''}
        <CalibrationWord instrument={instrument} today={today} />
      </Text>
      {!instrument.laidAside && <Holder instrument={instrument} actor={actor} people={people} refresh={refresh} />}
      <CertificatesSheet instrument={instrument} mayAdd={mayChange} refresh={refresh} />
      <Box borderTopWidth="1px" borderColor="rule" pt="14px">
        {mayChange ? (
          <InstrumentForm
            id={instrument.id}
            fields={instrument}
            ranges={draftsOf(instrument)}
            submitLabel="Save"
            onSaved={async () => {
              await refresh()
              setSaved(true)
            }}
          />
        ) : (
          <Ranges instrument={instrument} />
        )}
        {saved && (
          <Text role="status" mt="2" fontSize="14px" color="ink2">
            Saved. What was read before is judged by the ranges it had.
          </Text>
        )}
      </Box>
      {mayChange && mayCall(actor.role, 'layInstrumentAside') && <LayAside instrument={instrument} refresh={refresh} />}
    </Flex>
  )
}

function Holder({ instrument: { id, heldBy }, actor, people, refresh }: Omit<Props, 'today'>) {
  const { clock } = useTimes()
  const { attempt, failure, busy } = useAttemptWith(refresh)
  const may = mayCall(actor.role, 'takeInstrument')
  const options = [
    ['', 'in the store'] as const,
    ...people.filter(({ leftAt }) => leftAt === null).map(({ userId, name }) => [userId, name] as const),
  ]
  if (!may) return <Text fontSize="14px">{heldBy ? `With ${heldBy.name}` : 'In the store'}</Text>
  return (
    <Flex align="center" gap="10px" wrap="wrap" fontSize="14px" aria-busy={busy}>
      <Text>With</Text>
      <Choice
        label="Who has it"
        value={heldBy?.userId ?? ''}
        options={options}
        onChange={(holder) =>
          void attempt(() => callUseCase('takeInstrument', { instrumentId: id, holder: holder || null }))
        }
        width="220px"
      />
      {heldBy?.since && <Text color="ink2">since {clock(heldBy.since)}</Text>}
      {failure && <Notice kind="error">{failure}</Notice>}
    </Flex>
  )
}

function Ranges({ instrument: { functions } }: Pick<Props, 'instrument'>) {
  return (
    <Box as="ul" listStyleType="none" fontSize="14px">
      {functions.map(({ measures, min, max, accuracy }, k) => (
        <li key={k}>
          {MEASURED_WORDS[measures]}: {min} to {max} {MEASURED_UNITS[measures]}, ±({accuracy.percentOfReading} % +{' '}
          {accuracy.digits} × {accuracy.resolution})
        </li>
      ))}
    </Box>
  )
}

function LayAside({ instrument: { id, tag }, refresh }: Pick<Props, 'instrument' | 'refresh'>) {
  const { attempt, failure, busy } = useAttemptWith(refresh)
  return (
    <Flex direction="column" gap="10px" align="flex-start" borderTopWidth="1px" borderColor="rule" pt="14px">
      <AskFirst
        label={`Lay ${tag} aside`}
        question={`Nobody takes ${tag} in hand any more. What it read stays on record with it, and its tag is free for another.`}
        confirm="Lay aside"
        disabled={busy}
        onConfirm={() => void attempt(() => callUseCase('layInstrumentAside', { instrumentId: id }))}
      />
      {failure && <Notice kind="error">{failure}</Notice>}
    </Flex>
  )
}
