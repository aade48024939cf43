import { parseAsString, parseAsStringLiteral, useQueryStates } from 'nuqs'
import { useDeferredValue } from 'react'
import { JOB_FILTERS, JOB_SORTS } from '@/core/evidence/jobGroups'
import { type JobsShown, addressOfShown } from './jobsShown'

const IN_ADDRESS = {
  show: parseAsStringLiteral([...JOB_FILTERS, 'archived']).withDefault('all'),
  sort: parseAsStringLiteral(JOB_SORTS).withDefault('day'),
  find: parseAsString.withDefault(''),
}

/** What is shown of the jobs, as chosen and typed. It stands in the page's address, so that leaving and coming back finds the same. */
export function useJobsShown(first: JobsShown) {
  const [{ show, sort, find }, setAddress] = useQueryStates(IN_ADDRESS)
  const typed = find.slice(0, 80)
  const search = useDeferredValue(typed.trim())
  const archived = show === 'archived'
  const shown: JobsShown = { filter: archived ? 'all' : show, sort, search, archived }
  return {
    shown,
    typed,
    type: (words: string) => void setAddress({ find: words }),
    change: ({ filter, sort: order, archived: away }: Partial<JobsShown>) =>
      void setAddress({
        ...(order !== undefined && { sort: order }),
        ...(filter !== undefined && { show: away ? 'archived' : filter }),
      }),
    /** Whether it is what the page came with. */
    isFirst: addressOfShown(shown) === addressOfShown(first),
  }
}
