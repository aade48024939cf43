import { FIT_KINDS } from '@/core/installation/fit'
import { SURVEY_KINDS } from '@/core/installation/survey'
import { FIT_SCHEMAS } from '@/schemas/fit'
import { ITEM_SCHEMAS } from '@/schemas/items'
import { SURVEY_SCHEMAS } from '@/schemas/survey'
import type { Schema } from 'yup'
import { jobFileSchema } from './jobFileSchema'
import { jsonSchemaOf } from './jsonSchemaOf'

const ofSchema = (schema: Schema) => jsonSchemaOf(schema.describe())

/** Things whose kind decides what else they have. */
const byKind = <K extends string>(kinds: readonly K[], schemas: Readonly<Record<K, Schema>>) =>
  kinds.map((kind) => ({
    if: { properties: { kind: { const: kind } } },
    then: ofSchema(schemas[kind]),
  }))

/** The published JSON Schema of a job file, from the schemas that the app itself holds it against. */
export function jobJsonSchema(): Record<string, unknown> {
  const whole = ofSchema(jobFileSchema) as { properties: Record<string, { items?: object }> }
  const items = {
    loads: 'load',
    components: 'component',
    circuits: 'circuit',
    runs: 'run',
    electrodes: 'electrode',
    settings: 'setting',
  } as const
  for (const [list, kind] of Object.entries(items))
    whole.properties[list] = { ...whole.properties[list], items: ofSchema(ITEM_SCHEMAS[kind]) }
  for (const [list, rules] of [
    ['survey', byKind(SURVEY_KINDS, SURVEY_SCHEMAS)],
    ['fit', byKind(FIT_KINDS, FIT_SCHEMAS)],
  ] as const)
    whole.properties[list] = {
      ...whole.properties[list],
      items: { ...whole.properties[list]?.items, allOf: rules },
    }
  return { $schema: 'http://json-schema.org/draft-07/schema#', title: 'A job as one file', ...whole }
}
