import * as yup from 'yup'
import type { FieldSpec } from './fieldSpec'
import { day, figure, flag, oneOrNone, required, tag, words } from './fields'

function fieldSchema({ kind, label, optional, options, min = 0, max, whole }: FieldSpec): yup.ISchema<unknown> {
  switch (kind) {
    case 'flag':
      return optional ? flag(label).nullable().default(null) : flag(label).required(required(label))
    case 'choice':
      return optional
        ? oneOrNone(label, Object.keys(options ?? {}))
        : yup
            .string()
            .strict()
            .oneOf(Object.keys(options ?? {}), `${label} must be one of ${Object.keys(options ?? {}).join(', ')}`)
            .required(required(label))
    case 'date':
      return day(label).nullable().default(null)
    case 'text':
    case 'lines':
      return optional
        ? words(label, max ?? 200)
            .nullable()
            .default(null)
        : words(label, max ?? 200).required(required(label))
    case 'number':
    case 'percent':
    case 'clock': {
      let number = figure(label).min(min, `${label} must be ${min} or more`)
      if (max !== undefined) number = number.max(max, `${label} is ${max} at most`)
      if (whole) number = number.integer(`${label} is a whole number`)
      return optional ? number.nullable().default(null) : number.required(required(label))
    }
  }
}

/** Schema of one thing from its field specs: its names, its place in the list, and the fields of its kind. */
export const thingSchema = (specs: readonly FieldSpec[]) =>
  yup.object({
    tag: tag().required(required('Tag')),
    name: words('Name', 60).required(required('Name')),
    sort: figure('Order').integer().default(0),
    ...Object.fromEntries(specs.map((spec) => [spec.name, fieldSchema(spec)])),
  })
