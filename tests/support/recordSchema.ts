import { readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020.js'

const schema = JSON.parse(
  readFileSync(new URL('../../docs/formats/record.schema.json', import.meta.url), 'utf8'),
) as object
/** An instant as ISO 8601 writes it: the one form that the schema names. */
const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d+)?(Z|[+-]\d{2}:\d{2})$/
const checked = new Ajv2020({ allErrors: true, formats: { 'date-time': INSTANT } }).compile(schema)

/** What a record of a pack has that its published schema does not allow, with the place; empty where it fits. */
export const recordFaults = (record: unknown): string[] =>
  checked(record) ? [] : (checked.errors ?? []).map(({ instancePath, message }) => `${instancePath} ${message ?? ''}`)
