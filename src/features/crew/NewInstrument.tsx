'use client'
import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { INSTRUMENT_TEMPLATES, type InstrumentTemplate } from '@/core/instrument/instrumentTemplates'
import { Choice } from '@/ui/Choice'
import { draftsOf } from './instrumentDraft'
import { InstrumentForm } from './InstrumentForm'

const BLANK: InstrumentTemplate = { id: 'blank', name: '', lowImpedance: false, provingUnit: false, functions: [] }
const OPTIONS = [
  ...INSTRUMENT_TEMPLATES.map(({ id, name }) => [id, name] as const),
  ['blank', 'something else'] as const,
]

/** A new instrument: begun from what one of its kind usually is, and made true by its maker's sheet. */
export function NewInstrument({ onAdded, refresh }: { onAdded: (id: string) => void; refresh: () => Promise<void> }) {
  const [kind, setKind] = useState('installationTester')
  const [id] = useState(() => uuidv7())
  const template = INSTRUMENT_TEMPLATES.find((one) => one.id === kind) ?? BLANK
  return (
    <>
      <Flex align="center" gap="10px" wrap="wrap" mb="2">
        <Text fontSize="14px">Begin from</Text>
        <Choice label="Begin from" value={kind} options={OPTIONS} onChange={setKind} width="240px" />
      </Flex>
      <Text fontSize="13px" color="ink2" mb="3">
        The ranges below are made up, of the usual order: put in those of your instrument.
      </Text>
      <InstrumentForm
        key={kind}
        id={id}
        fields={{
          tag: '',
          name: template.name,
          serial: null,
          lowImpedance: template.lowImpedance,
          provingUnit: template.provingUnit,
        }}
        ranges={draftsOf(template)}
        submitLabel="Add it"
        onSaved={async () => {
          await refresh()
          onAdded(id)
        }}
      />
    </>
  )
}
