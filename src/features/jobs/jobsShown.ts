import { JOB_FILTERS, JOB_SORTS, type JobFilter, type JobSort } from '@/core/evidence/jobGroups'

/** What the jobs page shows: kept in its address, so that the way back from a job leads to the same list. */
export interface JobsShown {
  filter: JobFilter
  sort: JobSort
  search: string
  archived: boolean
}

export const EVERY_JOB: JobsShown = { filter: 'all', sort: 'day', search: '', archived: false }

const oneOf = <T extends string>(words: readonly T[], word: string | null, otherwise: T): T =>
  words.find((one) => one === word) ?? otherwise

/**
 * What an address asks the jobs page to show; words it does not know count for nothing.
 *
 * @example jobsShownBy(new URLSearchParams('show=held&sort=name')) // { filter: 'held', sort: 'name', search: '', archived: false }
 */
export function jobsShownBy(query: URLSearchParams): JobsShown {
  const show = query.get('show')
  return {
    filter: oneOf(JOB_FILTERS, show, 'all'),
    sort: oneOf(JOB_SORTS, query.get('sort'), 'day'),
    search: (query.get('find') ?? '').slice(0, 80),
    archived: show === 'archived',
  }
}

/** The address of what is shown, with nothing in it that goes without saying. */
export function addressOfShown({ filter, sort, search, archived }: JobsShown): string {
  const show = archived ? 'archived' : filter
  const query = new URLSearchParams({
    ...(show !== 'all' && { show }),
    ...(sort !== 'day' && { sort }),
    ...(search !== '' && { find: search }),
  })
  return query.size === 0 ? '/' : `/?${query}`
}
