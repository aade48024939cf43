'use client'
import { replacementSchema } from '@/commands/fit'
import { typedFields } from '../forms/typedFields'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { REPLACEMENT_WORDS } from '@/core/installation/fit'
import type { Component } from '@/core/installation/installation'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { Notice } from '@/ui/Notice'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { withinSentence } from '@/core/withinSentence'

const SPECS: readonly FieldSpec[] = [
  { name: 'cause', label: 'Cause', kind: 'choice', options: REPLACEMENT_WORDS },
  { name: 'reason', label: 'What was wrong', kind: 'text', max: 200 },
]

/** Takes a component out for another: both stay on record, and what rested on the old one has to be shown anew. */
export function ReplaceComponent({ component, onDone }: { component: Component; onDone: () => void }) {
  const {
    record: { installation },
    carryOut,
  } = useJob()
  const [id] = useState(() => uuidv7())
  return (
    <>
      <Text mb="10px">
        The new one keeps the short name <b>{component.tag}</b>. Serial, firmware and pictures of the old one stay on
        record.
      </Text>
      <Notice kind="caution" mb="12px">
        Isolate, lock off and prove dead before it comes off. What was shown with the old one turns Open again and is
        measured anew.
      </Notice>
      <SpecForm
        specs={SPECS}
        initial={{ cause: 'deadOnArrival', reason: '' }}
        submitLabel={`Replace the ${withinSentence(component.name)}`}
        check={({ reason }) =>
          String(reason ?? '').length < 5 ? [{ path: 'reason', message: 'Say in a few words what was wrong.' }] : []
        }
        save={async (fields) => {
          await carryOut('replaceComponent', {
            id,
            jobId: installation.jobId,
            componentTag: component.tag,
            ...typedFields(replacementSchema, fields),
            replacedAt: new Date().toISOString(),
          })
          onDone()
        }}
      />
    </>
  )
}
