'use client'
import { Box, Flex, Heading, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { type Actor, mayCall } from '@/server/access'
import type { JobGroup } from '@/core/evidence/jobGroups'
import type { Instrument } from '@/core/installation/installation'
import type { RulePackId } from '@/core/rules/rulePack'
import type { JobPage } from '@/server/useCases/jobs'
import { Button, ButtonLink } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Overlay } from '@/ui/Overlay'
import { Sheet } from '@/ui/Sheet'
import { useToday } from '@/ui/useTimes'
import { PageHead } from '../PageHead'
import { BringJobIn } from '../transfer/BringJobIn'
import { CalibrationLine } from './CalibrationLine'
import { JobGroups } from './JobGroups'
import { JobsBar } from './JobsBar'
import { NewJob } from './NewJob'
import { useJobsShown } from './useJobsShown'
import type { JobsShown } from './jobsShown'

/** The front door: what is on today, how far each job is, what is held and why. */
export function JobsPage({
  first,
  shownFirst,
  any,
  actor,
  today,
  usualPackId,
  instruments,
}: {
  first: Record<JobGroup, JobPage>
  /** What the address asked for: `first` is that. */
  shownFirst: JobsShown
  /** Whether the crew has any job at all. */
  any: boolean
  actor: Actor
  /** The day that `first` was asked for. */
  today: string
  usualPackId: RulePackId
  instruments: readonly Instrument[]
}) {
  const [creating, setCreating] = useState(false)
  const [bringing, setBringing] = useState(false)
  const { shown, typed, type, change, isFirst } = useJobsShown(shownFirst)
  const now = useToday()
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
            {now === today ? headline(first.today, shownFirst) : 'Jobs'}
          </Heading>
          <Flex ml="auto" gap="8px" wrap="wrap">
            <ButtonLink href="/verify">Verify a pack</ButtonLink>
            {mayCall(actor.role, 'bringJobIn') && <Button onClick={() => setBringing(true)}>Bring a job in</Button>}
            {mayCall(actor.role, 'createJob') && (
              <Button variant="act" onClick={() => setCreating(true)}>
                New job
              </Button>
            )}
          </Flex>
        </Flex>
        <CalibrationLine instruments={instruments} today={now} />
        {any ? (
          <>
            <JobsBar shown={shown} typed={typed} onType={type} onChange={change} />
            <JobGroups first={isFirst && now === today ? first : undefined} today={now} shown={shown} />
          </>
        ) : (
          <NoJobs actor={actor} instruments={instruments.length} />
        )}
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

/** What is on today; nothing is said of it where the page opened with other jobs than all. */
const headline = ({ jobs, more }: JobPage, { filter, archived, search }: JobsShown): string =>
  filter !== 'all' || archived || search !== ''
    ? 'Jobs'
    : jobs.length === 0
      ? 'Nothing on today'
      : jobs.length === 1
        ? `Today: ${jobs[0]?.name}`
        : `${jobs.length}${more ? ' and more' : ''} jobs today`
