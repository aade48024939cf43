import * as yup from 'yup'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'

/** A calculation that can be called from the command line: what it takes, and the core function behind it. */
export interface CalcCode {
  about: string
  run: (input: unknown) => unknown
}

// A wrong type is an error with the field's path; a string is never turned into a number.
export const number = () =>
  yup
    .number()
    .strict()
    .typeError('${path} must be a number')
    .test('finite', '${path} must be finite', (value) => value == null || Number.isFinite(value))
export const blank = () => number().nullable().default(null)
export const least0 = () => number().min(0, '${path} must be 0 or more')
/** 0 or more, or not known. */
export const blank0 = () => least0().nullable().default(null)
export const share = () => least0().max(1, '${path} must be between 0 and 1')
export const flag = () => yup.boolean().strict().typeError('${path} must be true or false')
export const text = () => yup.string().strict().typeError('${path} must be text')
export const required = '${path} is required'
export const pack = () =>
  text()
    .oneOf(RULE_PACK_IDS, `\${path} must be one of ${RULE_PACK_IDS.join(', ')}`)
    .required(required)
/** What an entry of a list is called by, if anything. */
const NAMES = ['id', 'tag', 'key'] as const

function nameOf(entry: unknown): unknown {
  if (typeof entry !== 'object' || entry === null) return undefined
  const field = NAMES.find((name) => Object.hasOwn(entry, name))
  return field && (entry as Record<string, unknown>)[field]
}

/** The first of some names that is there before; `undefined` stands for none and never counts. */
function namedTwice(names: readonly unknown[]): unknown {
  const seen = new Set<unknown>()
  return names.find((name) => name !== undefined && (seen.has(name) || !seen.add(name)))
}

const saysTwice = (list: unknown, namesOf: (list: unknown[]) => unknown[], context: yup.TestContext) => {
  const twice = Array.isArray(list) ? namedTwice(namesOf(list)) : undefined
  return twice === undefined || context.createError({ message: `\${path} names ${String(twice)} twice` })
}

/** A list of whatever there is, in which the same thing may come again: events, readings, settings of a day. */
export const rowsOf = <T extends yup.ISchema<unknown>>(item: T, most = 1000) =>
  yup
    .array()
    .strict()
    .typeError('${path} must be a list')
    .of(item as never)
    .max(most, `\${path} may hold ${most} at most`)

/** A list of things; one that has a name stands in it once, or it would be unclear which of the two is meant. */
export const listOf = <T extends yup.ISchema<unknown>>(item: T, most = 1000) =>
  rowsOf(item, most).test('once', '', (list, context) => saysTwice(list, (entries) => entries.map(nameOf), context))

/** A list of words that stand in it once. */
export const wordsOf = <T extends yup.ISchema<unknown>>(word: T, most = 1000) =>
  rowsOf(word, most).test('once', '', (list, context) => saysTwice(list, (words) => words, context))

export const accuracy = () =>
  yup
    .object({
      percentOfReading: least0().required(required),
      digits: least0().required(required),
      resolution: least0().required(required),
    })
    .nullable()
    .default(null)

/** As many rows as a log in an input may have: more than a day of seconds. */
export const MOST_ROWS = 100_000
export const oneOf = <T extends string>(options: readonly T[]) =>
  text()
    .oneOf(options, `\${path} must be one of ${options.join(', ')}`)
    .required(required)

/** Checks an input as it stands, and only then fills in what is absent: strict fields leave defaults out while they validate. */
export const checked = <T>(schema: yup.Schema<T>, input: unknown): T => schema.cast(schema.validateSync(input)) as T

/** Binds a schema to a function: input is checked whole, then handed over with defaults filled in. */
export const calc = <T>(about: string, schema: yup.Schema<T>, run: (input: T) => unknown): CalcCode => ({
  about,
  run: (input) => run(checked(schema, input)),
})

export const known = () => flag().nullable().default(null)
/** One of some words, or not known. */
export const choiceOrNull = (options: readonly string[]) =>
  text()
    .nullable()
    .default(null)
    .test('known', `\${path} must be one of ${options.join(', ')}`, (value) => value == null || options.includes(value))
