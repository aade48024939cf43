import { formatWhole } from '@/core/quantity/formatQuantity'
import * as yup from 'yup'
import type { FieldSpec } from './fieldSpec'
import { day, figure, flag, lines, oneOrNone, required, tag, words } from './fields'

const MOST_CHARACTERS = 200

/** A number within the bounds of its spec. */
function numberSchema({ label, kind, unit, min, max, above, whole }: FieldSpec) {
  const shown = (bound: number) =>
    kind === 'percent' ? `${bound * 100} %` : `${formatWhole(bound)}${unit ? ` ${unit}` : ''}`
  let number = figure(label)
  const least = min ?? (above === undefined ? 0 : undefined)
  if (least !== undefined && Number.isFinite(least))
    number = number.min(least, `${label} must be ${shown(least)} or more`)
  if (above !== undefined) number = number.moreThan(above, `${label} must be above ${shown(above)}`)
  if (max !== undefined) number = number.max(max, `${label} is ${shown(max)} at most`)
  return whole ? number.integer(`${label} is a whole number`) : number
}

/** One of the options, as text or as the number it is. */
function choiceSchema({ label, options = {}, numeric }: FieldSpec): yup.Schema<unknown> {
  const keys = Object.keys(options)
  const message = `${label} must be one of ${keys.join(', ')}`
  return numeric ? figure(label).oneOf(keys.map(Number), message) : yup.string().strict().oneOf(keys, message)
}

function bareSchema(spec: FieldSpec): yup.Schema<unknown> {
  const { kind, label, pattern, max = MOST_CHARACTERS } = spec
  switch (kind) {
    case 'flag':
      return flag(label)
    case 'choice':
      return choiceSchema(spec)
    case 'date':
      return day(label)
    case 'tag':
      return tag(label)
    case 'text':
      return pattern ? words(label, max).matches(pattern.is, pattern.message) : words(label, max)
    case 'lines':
      return pattern ? lines(label, max).matches(pattern.is, pattern.message) : lines(label, max)
    case 'number':
    case 'percent':
    case 'clock':
      return numberSchema(spec)
  }
}

/** What a field takes: a blank where it may be unknown, its own value where it may be left out, and something everywhere else. */
export function fieldSchema(spec: FieldSpec): yup.ISchema<unknown> {
  const { kind, label, optional, options, absent } = spec
  if (kind === 'date') return day(label).nullable().default(null)
  // null is no option of a choice, and yet it may be one
  if (optional && kind === 'choice') return oneOrNone(label, Object.keys(options ?? {}))
  const schema = bareSchema(spec)
  if (optional) return schema.nullable().default(null)
  return absent === undefined ? schema.required(required(label)) : schema.default(absent)
}

/** The fields of a list of specs, and the place of the thing in its list. */
export const fieldsSchema = (specs: readonly FieldSpec[]) =>
  yup.object({
    ...Object.fromEntries(specs.map((spec) => [spec.name, fieldSchema(spec)])),
    sort: figure('Order').integer().default(0),
  })

const LONGEST_NAME = 60

/** Schema of one thing from its field specs: its names, its place in the list, and the fields of its kind. */
export const thingSchema = (specs: readonly FieldSpec[], longestName = LONGEST_NAME) =>
  fieldsSchema(specs).shape({
    tag: tag().required(required('Tag')),
    name: words('Name', longestName).required(required('Name')),
  })
