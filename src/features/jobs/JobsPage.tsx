'use client'
import { Box, Flex, Heading, Input, chakra } from '@chakra-ui/react'
import { useDeferredValue, useState } from 'react'
import { type Actor, mayCall } from '@/server/access'
import { JOB_GROUPS, type JobGroup } from '@/core/evidence/jobGroups'
import type { Instrument } from '@/core/installation/installation'
import type { RulePackId } from '@/core/rules/rulePack'
import type { JobPage } from '@/server/useCases/jobs'
import { Button, ButtonLink } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { Sheet } from '@/ui/Sheet'
import { problemWords } from '../api'
import { useAlive } from '@/ui/useAlive'
import { PageHead } from '../PageHead'
import { BringJobIn } from '../transfer/BringJobIn'
import { CalibrationLine } from './CalibrationLine'
import { JobCard } from './JobCard'
import { NewJob } from './NewJob'
import { type JobGroupList, useJobGroup } from './useJobGroup'

const GROUP_WORDS: Readonly<Record<JobGroup, string>> = {
  today: 'Today',
  coming: 'Coming up',
  open: 'Earlier, not sealed',
  sealed: 'Sealed',
}

/** The front door: what is on today, how far each job is, what is held and why. */
export function JobsPage({
  first,
  actor,
  today,
  usualPackId,
  instruments,
}: {
  first: Record<JobGroup, JobPage>
  actor: Actor
  today: string
  usualPackId: RulePackId
  instruments: readonly Instrument[]
}) {
  const [creating, setCreating] = useState(false)
  const [bringing, setBringing] = useState(false)
  const [typed, setTyped] = useState('')
  const alive = useAlive()
  const search = useDeferredValue(typed.trim())
  const none = JOB_GROUPS.every((group) => first[group].jobs.length === 0)
  return (
    <Box minH="100dvh">
      <PageHead title="Awlbright" actor={actor}>
        <ButtonLink href="/crew" size="sm">
          Crew
        </ButtonLink>
      </PageHead>
      <chakra.main maxW="1120px" mx="auto" px={{ base: '10px', md: '24px' }} py="20px">
        <Flex align="baseline" gap="14px" mb="12px" wrap="wrap">
          <Heading as="h2" fontSize="26px">
            {headline(first.today)}
          </Heading>
          <Flex ml="auto" gap="8px" wrap="wrap">
            {!none && (
              <Input
                aria-label="Find a job"
                placeholder="Find a job by name or place"
                type="search"
                maxLength={80}
                w={{ base: '100%', md: '260px' }}
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              />
            )}
            <ButtonLink href="/verify">Verify a pack</ButtonLink>
            {mayCall(actor.role, 'bringJobIn') && (
              <Button onClick={() => setBringing(true)} disabled={!alive}>
                Bring a job in
              </Button>
            )}
            {mayCall(actor.role, 'createJob') && (
              <Button variant="act" onClick={() => setCreating(true)} disabled={!alive}>
                New job
              </Button>
            )}
          </Flex>
        </Flex>
        <CalibrationLine instruments={instruments} today={today} />
        {none && <NoJobs actor={actor} instruments={instruments.length} />}
        {!none && <JobGroups first={first} today={today} search={search} />}
      </chakra.main>
      <Overlay title="New job" open={creating} onClose={() => setCreating(false)}>
        <NewJob usualPackId={usualPackId} />
      </Overlay>
      <Overlay title="Bring a job in" open={bringing} onClose={() => setBringing(false)}>
        <BringJobIn />
      </Overlay>
    </Box>
  )
}

/** A crew that begins: what comes first, and what a reading needs to count. */
function NoJobs({ actor, instruments }: { actor: Actor; instruments: number }) {
  return (
    <Sheet>
      <EmptyState title="No jobs yet">
        {mayCall(actor.role, 'createJob')
          ? 'Start one: a name, a place and the rule pack of its supply. Everything else is surveyed.'
          : 'The office or a lead starts one.'}
        {mayCall(actor.role, 'saveInstrument') && instruments === 0 && (
          <Box mt="8px">
            Before anything is measured, enter the crew’s{' '}
            <chakra.a href="/crew?view=instruments" textDecoration="underline">
              instruments
            </chakra.a>{' '}
            with their certificates: without one a reading is at most Watch. And{' '}
            <chakra.a href="/crew" textDecoration="underline">
              invite
            </chakra.a>{' '}
            those who work with you.
          </Box>
        )}
      </EmptyState>
    </Sheet>
  )
}

const headline = ({ jobs, more }: JobPage): string =>
  jobs.length === 0
    ? 'Nothing on today'
    : jobs.length === 1
      ? `Today: ${jobs[0]?.name}`
      : `${jobs.length}${more ? ' and more' : ''} jobs today`

/** Every group that has a job in it; a word where a search finds none. */
function JobGroups({ first, today, search }: { first: Record<JobGroup, JobPage>; today: string; search: string }) {
  const lists: Record<JobGroup, JobGroupList> = {
    today: useJobGroup('today', today, search, first.today),
    coming: useJobGroup('coming', today, search, first.coming),
    open: useJobGroup('open', today, search, first.open),
    sealed: useJobGroup('sealed', today, search, first.sealed),
  }
  const shown = JOB_GROUPS.filter((group) => lists[group].jobs.length > 0 || lists[group].failure)
  return (
    <>
      {shown.map((group) => (
        <JobGroupSection key={group} group={group} list={lists[group]} />
      ))}
      {shown.length === 0 && (
        <Sheet>
          <EmptyState title="No job is called so">
            Nothing of this crew has “{search}” in its name or place. Type less of it.
          </EmptyState>
        </Sheet>
      )}
    </>
  )
}

function JobGroupSection({ group, list }: { group: JobGroup; list: JobGroupList }) {
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
