import { useInfiniteQuery } from '@tanstack/react-query'
import type { JobFilter, JobSort, ListedGroup } from '@/core/evidence/jobGroups'
import type { JobListEntry, JobPage } from '@/server/useCases/jobs'
import { callUseCase } from '../api'

/** How soon a list looks again while something in it is being worked out. */
const LOOK_AGAIN_MS = 1500

export interface JobGroupList {
  jobs: JobListEntry[]
  more: boolean
  loading: boolean
  looking: boolean
  failure: unknown
  loadMore: () => void
}

/** What of the jobs is shown, and in which order. */
export interface Shown {
  filter: JobFilter
  sort: JobSort
  search: string
}

/** The jobs of one group, a page at a time; what came with the page itself is not asked for again. `null` for a group that is not shown. */
export function useJobGroup(
  group: ListedGroup | null,
  today: string,
  { filter, sort, search }: Shown,
  first: JobPage | undefined,
): JobGroupList {
  const query = useInfiniteQuery({
    queryKey: ['jobs', group, today, filter, sort, search],
    queryFn: ({ pageParam }) =>
      callUseCase('listJobs', { group: group ?? 'today', today, filter, sort, search, page: pageParam }),
    enabled: group !== null,
    initialPageParam: 0,
    getNextPageParam: (last: JobPage, pages) => (last.more ? pages.length : undefined),
    initialData: first && { pages: [first], pageParams: [0] },
    placeholderData: (before) => before,
    refetchInterval: ({ state }) =>
      state.data?.pages.some(({ jobs }) => jobs.some(({ behind }) => behind)) ? LOOK_AGAIN_MS : false,
  })
  const pages = group === null ? [] : (query.data?.pages ?? [])
  return {
    jobs: pages.flatMap(({ jobs }) => jobs),
    more: query.hasNextPage,
    loading: query.isFetchingNextPage,
    looking: query.isFetching,
    failure: query.error,
    loadMore: () => void query.fetchNextPage(),
  }
}
