import { type Schema, ValidationError } from 'yup'
import { type FieldIssue } from '@/core/result'
import { hostileShape } from './hostileShape'
import { Problem } from './problem'

/**
 * Checks an input against its schema as it stands, then fills in defaults; unknown keys are dropped.
 *
 * @throws Problem 422 with every issue and its path
 */
export function parseInput<T>(schema: Schema<T>, input: unknown): T {
  const hostile = hostileShape(input)
  if (hostile !== null) throw new Problem(422, `${hostile} Nothing was stored.`)
  try {
    return schema.cast(schema.validateSync(input, { abortEarly: false }), { stripUnknown: true }) as T
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    const issues: FieldIssue[] = inner.map(({ path = '', message }) => ({ path, message }))
    throw new Problem(
      422,
      issues
        .map(({ message }) => message)
        .slice(0, 3)
        .join(' · '),
      issues,
    )
  }
}
