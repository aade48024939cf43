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

/** Something that comes in with others has an id that something else has here. */
export const ID_TAKEN =
  'Something in the file has an id that something else has here. Nothing was stored; if it was brought in a moment ago, look at it first.'

/** @throws Problem 409 where something else has the id under which a thing was sent */
export function refuseConflict(insertion: 'stored' | 'known' | 'conflict', what: string): void {
  if (insertion === 'conflict') throw new Problem(409, `Another ${what} has this id. Nothing was stored.`)
}

/** @throws Problem 410 for a file whose bytes were taken out on request */
export function refuseErased({ erasedAt }: { erasedAt: string | null }): void {
  if (erasedAt !== null)
    throw new Problem(
      410,
      `This file was taken out on ${erasedAt.slice(0, 10)}: its customer’s data are not kept any more.`,
    )
}
