'use client'
import { Text } from '@chakra-ui/react'
import { v7 as uuidv7 } from 'uuid'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { newJobSchema } from '@/schemas/jobChange'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { typedFields } from '../forms/typedFields'

const FIELDS: readonly FieldSpec[] = [
  { name: 'name', label: 'Name', kind: 'text' },
  { name: 'place', label: 'Place', kind: 'text' },
  { name: 'scheduledDay', label: 'Day', kind: 'date', optional: true },
]

/** Another job with the plan of this one: for the next house of its kind. */
export function CopyJob({ jobId, name }: { jobId: string; name: string }) {
  return (
    <>
      <Text mb="3" fontSize="14px" color="ink2">
        Loads, circuits, sources, runs, settings, walls, units and tasks go along, and boards and strings by name. What
        was found, read, placed, chosen or promised there does not, and neither does anything that the household said:
        supply and place are blank, and every load counts as typical until its plate is read.
      </Text>
      <SpecForm
        specs={FIELDS}
        initial={{ name: `${name.slice(0, 70)}, next` }}
        submitLabel="Start the copy"
        save={async (fields) => {
          const copy = typedFields(newJobSchema.omit(['packId', 'timeZone']), fields)
          const { jobId: made } = await callUseCase('copyJob', { id: uuidv7(), jobId, ...copy })
          window.location.assign(`/jobs/${made}?stage=survey`)
        }}
      />
    </>
  )
}
