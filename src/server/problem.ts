import type { FieldIssue } from '@/core/result'

/** What a caller did that cannot be carried out, in words for a person; the status is HTTP's. */
export class Problem extends Error {
  override name = 'Problem'
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 410 | 413 | 415 | 422 | 429 | 502 | 503,
    message: string,
    readonly issues: readonly FieldIssue[] = [],
  ) {
    super(message)
  }
}
