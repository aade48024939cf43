import type { Schema } from 'yup'

/**
 * Fields of a form as the schema they are sent by has them. Nothing is checked here: the form has shown what its own specs find, and the
 * server holds the whole against the same schema and says at which field it does not fit.
 */
export const typedFields = <T>(schema: Schema<T>, fields: unknown): T =>
  schema.cast(fields, { assert: false, stripUnknown: true }) as T
