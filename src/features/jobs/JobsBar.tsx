import { Box, Flex, Input, NativeSelect, chakra } from '@chakra-ui/react'
import type { JobSort } from '@/core/evidence/jobGroups'
import type { JobsShown } from './jobsShown'

const VIEWS: readonly { label: string; change: Partial<JobsShown> }[] = [
  { label: 'All', change: { filter: 'all', archived: false } },
  { label: 'Mine', change: { filter: 'mine', archived: false } },
  { label: 'Held', change: { filter: 'held', archived: false } },
  { label: 'Archive', change: { filter: 'all', archived: true } },
]

const SORT_WORDS: Readonly<Record<JobSort, string>> = {
  day: 'by day',
  name: 'by name',
  recorded: 'last recorded in first',
}

/** What of the jobs is shown, and in which order. */
export function JobsBar({
  shown,
  typed,
  onType,
  onChange,
}: {
  shown: JobsShown
  typed: string
  onType: (typed: string) => void
  onChange: (change: Partial<JobsShown>) => void
}) {
  return (
    <Flex gap="8px 14px" wrap="wrap" align="center" mb="14px">
      <Flex role="group" aria-label="Which jobs" borderWidth="1px" borderColor="rule2" borderRadius="l1">
        {VIEWS.map(({ label, change }) => {
          const on = change.archived === shown.archived && change.filter === shown.filter
          return (
            <chakra.button
              key={label}
              type="button"
              aria-pressed={on}
              onClick={() => onChange(change)}
              px="12px"
              minH="38px"
              fontSize="14px"
              cursor="pointer"
              fontWeight={on ? '700' : '400'}
              bg={on ? 'emberSoft' : undefined}
            >
              {label}
            </chakra.button>
          )
        })}
      </Flex>
      <Input
        aria-label="Find a job"
        placeholder="Find a job by name or place"
        type="search"
        maxLength={80}
        flex="1"
        minW="180px"
        maxW={{ md: '300px' }}
        value={typed}
        onChange={(event) => onType(event.target.value)}
      />
      <Box ml={{ md: 'auto' }}>
        <NativeSelect.Root size="sm" w="auto">
          <NativeSelect.Field
            aria-label="Order"
            minH="38px"
            value={shown.sort}
            onChange={(event) => onChange({ sort: event.target.value as JobSort })}
          >
            {Object.entries(SORT_WORDS).map(([sort, words]) => (
              <option key={sort} value={sort}>
                {words}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Box>
    </Flex>
  )
}
