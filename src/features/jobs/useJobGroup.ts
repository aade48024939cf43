import { useInfiniteQuery } from '@tanstack/react-query'
import type { JobGroup } from '@/core/evidence/jobGroups'
import type { JobListEntry, JobPage } from '@/server/useCases/jobs'
import { callUseCase } from '../api'

/** How soon a list looks again while something in it is being worked out. */
const LOOK_AGAIN_MS = 1500

export interface JobGroupList {
  jobs: JobListEntry[]
  more: boolean
  loading: boolean
  failure: unknown
  loadMore: () => void
}

/** The jobs of one group, a page at a time; the first page of the whole list came with the page itself. */
export function useJobGroup(group: JobGroup, today: string, search: string, first: JobPage): JobGroupList {
  const query = useInfiniteQuery({
    queryKey: ['jobs', group, today, search],
    queryFn: ({ pageParam }) => callUseCase('listJobs', { group, today, search, page: pageParam }),
    initialPageParam: 0,
    getNextPageParam: (last: JobPage, pages) => (last.more ? pages.length : undefined),
    initialData: search === '' ? { pages: [first], pageParams: [0] } : undefined,
    placeholderData: (before) => before,
    refetchInterval: ({ state }) =>
      state.data?.pages.some(({ jobs }) => jobs.some(({ behind }) => behind)) ? LOOK_AGAIN_MS : false,
  })
  const pages = query.data?.pages ?? []
  return {
    jobs: pages.flatMap(({ jobs }) => jobs),
    more: query.hasNextPage,
    loading: query.isFetchingNextPage,
    failure: query.error,
    loadMore: () => void query.fetchNextPage(),
  }
}
