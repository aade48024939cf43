'use client'
import { v7 as uuidv7 } from 'uuid'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { newJobSchema } from '@/schemas/jobChange'
import { useTimes } from '@/ui/useTimes'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { typedFields } from '../forms/typedFields'

const NEW_JOB: readonly FieldSpec[] = [
  { name: 'name', label: 'Name', kind: 'text' },
  { name: 'place', label: 'Place', kind: 'text' },
  {
    name: 'packId',
    label: 'Supply',
    kind: 'choice',
    options: Object.fromEntries(Object.values(RULE_PACKS).map(({ id, name }) => [id, name])),
  },
  { name: 'scheduledDay', label: 'Day', kind: 'date', optional: true },
  {
    name: 'timeZone',
    label: 'Time zone',
    kind: 'text',
    optional: true,
    hint: 'of the house, as this device has it: for the day on which something was read',
  },
]

/** A name, a place and the rule pack of its supply: everything else is surveyed. */
export function NewJob({ usualPackId }: { usualPackId: RulePackId }) {
  const { zone } = useTimes()
  return (
    <SpecForm
      specs={NEW_JOB}
      initial={{ packId: usualPackId, timeZone: zone }}
      submitLabel="Start the job"
      save={async (fields) => {
        const { jobId } = await callUseCase('createJob', { id: uuidv7(), ...typedFields(newJobSchema, fields) })
        window.location.assign(`/jobs/${jobId}?stage=survey`)
      }}
    />
  )
}
