import type { SchemaDescription, SchemaFieldDescription } from 'yup'

type JsonSchema = Record<string, unknown>

/** Bounds that a schema states, under the names JSON Schema has for them. */
const BOUNDS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  number: { min: 'minimum', max: 'maximum', more: 'exclusiveMinimum', less: 'exclusiveMaximum' },
  string: { min: 'minLength', max: 'maxLength' },
  array: { min: 'minItems', max: 'maxItems' },
}

function boundsOf({ type, tests }: SchemaDescription): JsonSchema {
  const names = BOUNDS[type] ?? {}
  return Object.fromEntries(
    tests.flatMap(({ name, params }) => {
      const given = params?.[name ?? ''] as unknown
      const word = names[name ?? '']
      return word === undefined || typeof given !== 'number' ? [] : [[word, given]]
    }),
  )
}

const typesOf = ({ type, nullable, tests }: SchemaDescription): string | string[] | null => {
  const own = type === 'number' && tests.some(({ name }) => name === 'integer') ? 'integer' : type
  if (own === 'mixed') return null
  return nullable ? [own, 'null'] : own
}

/**
 * A Yup schema as a JSON Schema, from its own description: types, what may be null or left out, words and bounds. What only a program can
 * check is left to the program.
 */
export function jsonSchemaOf(description: SchemaFieldDescription): JsonSchema {
  if (!('tests' in description)) return {}
  const { oneOf, nullable } = description
  const types = typesOf(description)
  const schema: JsonSchema = { ...(types !== null && { type: types }), ...boundsOf(description) }
  const words = oneOf.filter((word) => word !== null && word !== undefined)
  if (words.length > 0) schema.enum = nullable ? [...words, null] : words
  if ('fields' in description) {
    const fields = Object.entries(description.fields)
    schema.properties = Object.fromEntries(fields.map(([name, field]) => [name, jsonSchemaOf(field)]))
    const needed = fields.filter(([, field]) => 'optional' in field && !field.optional && field.default === undefined)
    if (needed.length > 0) schema.required = needed.map(([name]) => name)
  }
  if ('innerType' in description && description.innerType && !Array.isArray(description.innerType))
    schema.items = jsonSchemaOf(description.innerType)
  return schema
}
