'use client'
import { v7 as uuidv7 } from 'uuid'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { newJobSchema } from '@/schemas/jobChange'
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
]

/** A name, a place and the rule pack of its supply: everything else is surveyed. */
export function NewJob({ usualPackId }: { usualPackId: RulePackId }) {
  return (
    <SpecForm
      specs={NEW_JOB}
      initial={{ packId: usualPackId }}
      submitLabel="Start the job"
      save={async (fields) => {
        const { jobId } = await callUseCase('createJob', { id: uuidv7(), ...typedFields(newJobSchema, fields) })
        window.location.assign(`/jobs/${jobId}?stage=survey`)
      }}
    />
  )
}
