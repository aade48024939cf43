'use client'
import { Box, Flex, Heading } from '@chakra-ui/react'
import { JOB_GROUPS, type JobGroup, type ListedGroup } from '@/core/evidence/jobGroups'
import type { JobPage } from '@/server/useCases/jobs'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Sheet } from '@/ui/Sheet'
import { problemWords } from '../api'
import { JobCard } from './JobCard'
import type { JobsShown } from './jobsShown'
import { type JobGroupList, useJobGroup } from './useJobGroup'

const GROUP_WORDS: Readonly<Record<ListedGroup, string>> = {
  today: 'Today',
  coming: 'Coming up',
  open: 'Earlier, not sealed',
  sealed: 'Sealed',
  archived: 'In the archive',
}

/** Every group that has a job in it; a word where there is none. */
export function JobGroups({
  first,
  today,
  shown,
}: {
  /** What came with the page, where it is what is shown. */
  first: Record<JobGroup, JobPage> | undefined
  today: string
  shown: JobsShown
}) {
  const { archived } = shown
  const usual = (group: JobGroup) => (archived ? null : group)
  const lists: Record<ListedGroup, JobGroupList> = {
    today: useJobGroup(usual('today'), today, shown, first?.today),
    coming: useJobGroup(usual('coming'), today, shown, first?.coming),
    open: useJobGroup(usual('open'), today, shown, first?.open),
    sealed: useJobGroup(usual('sealed'), today, shown, first?.sealed),
    archived: useJobGroup(archived ? 'archived' : null, today, shown, undefined),
  }
  const groups: readonly ListedGroup[] = archived ? ['archived'] : JOB_GROUPS
  const filled = groups.filter((group) => lists[group].jobs.length > 0 || lists[group].failure)
  return (
    <>
      {filled.map((group) => (
        <JobGroupSection key={group} group={group} list={lists[group]} />
      ))}
      {filled.length === 0 && <NoneShown shown={shown} looking={groups.some((group) => lists[group].looking)} />}
    </>
  )
}

/** Why no job is listed, and what would show some. */
function NoneShown({ shown: { search, filter, archived }, looking }: { shown: JobsShown; looking: boolean }) {
  const where = archived ? 'in the archive' : 'of this crew'
  const [title, words] = looking
    ? ['Looking', 'The jobs are being read.']
    : search !== ''
      ? [
          'No job is called so',
          `Nothing ${where} has “${search}” in its name or place${filter === 'all' ? '' : ' among those that are shown'}. Type less of it${archived ? '' : ', or look in the archive'}.`,
        ]
      : archived
        ? ['The archive is empty', 'A job is put away from its own page, under its name. Nothing in it is lost.']
        : filter === 'mine'
          ? ['No job is yours', 'A job is yours once you recorded in it, or stand among the people of its day.']
          : ['Nothing is held', 'No danger stands open, and no stage holds a planned job up.']
  return (
    <Sheet>
      <EmptyState title={title}>{words}</EmptyState>
    </Sheet>
  )
}

function JobGroupSection({ group, list }: { group: ListedGroup; list: JobGroupList }) {
  const { jobs, more, loading, failure, loadMore } = list
  return (
    <Box as="section" aria-label={GROUP_WORDS[group]} mb="18px">
      <Heading as="h3" fontSize="14px" color="ink2" mb="6px">
        {GROUP_WORDS[group]}
      </Heading>
      <Flex direction="column" gap="8px">
        {jobs.map((job) => (
          <JobCard key={job.id} job={job} large={group === 'today'} />
        ))}
        {failure !== null && <Notice kind="error">{problemWords(failure)}</Notice>}
        {more && (
          <Button alignSelf="flex-start" onClick={loadMore} disabled={loading}>
            {loading ? 'Loading…' : 'Show more'}
          </Button>
        )}
      </Flex>
    </Box>
  )
}
