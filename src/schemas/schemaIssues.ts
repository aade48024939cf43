import { type Schema, ValidationError } from 'yup'
import type { FieldIssue } from '@/core/result'

/** Every issue a schema finds in an input, with its path; none when it fits. */
export function schemaIssues(schema: Schema, input: unknown): FieldIssue[] {
  try {
    schema.validateSync(input, { abortEarly: false })
    return []
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return (error.inner.length > 0 ? error.inner : [error]).map(({ path = '', message }) => ({ path, message }))
  }
}
