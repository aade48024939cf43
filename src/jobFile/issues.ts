import type { FieldIssue } from '@/core/result'

/** A job file that cannot be read as it is: every place that is wrong, each by its path. */
export class JobFileError extends Error {
  override name = 'JobFileError'
  constructor(readonly issues: readonly FieldIssue[]) {
    super(issues.map(({ path, message }) => (path === '' ? message : `${path}: ${message}`)).join('\n'))
  }
}
