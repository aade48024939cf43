'use client'
import { newJobSchema } from '@/schemas/jobChange'
import { typedFields } from '../forms/typedFields'
import { Box, Flex, Grid, Heading, Text, chakra } from '@chakra-ui/react'
import NextLink from 'next/link'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { RULE_PACKS } from '@/core/rules/packs'
import { STAGE_WORDS } from '@/core/evidence/point'
import { type Actor, mayCall } from '@/server/access'
import type { JobListEntry } from '@/server/useCases/jobs'
import { Button, ButtonLink } from '@/ui/Button'
import { day } from '@/ui/clock'
import { EmptyState } from '@/ui/EmptyState'
import { Mark } from '@/ui/Mark'
import { Overlay } from '@/ui/Overlay'
import { Punch } from '@/ui/Punch'
import { Sheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { SpecForm } from '../forms/SpecForm'
import { PunchRow } from '../job/PunchRow'
import { PersonTools } from '../job/PersonTools'
import { type JobGroup, groupJobs } from './groupJobs'

const GROUP_WORDS: Readonly<Record<JobGroup, string>> = {
  today: 'Today',
  coming: 'Coming up',
  open: 'Earlier, not sealed',
  sealed: 'Sealed',
}

/** The front door: what is on today, how far each job is, what is held and why. */
export function JobsPage({ jobs, actor, today }: { jobs: readonly JobListEntry[]; actor: Actor; today: string }) {
  const [creating, setCreating] = useState(false)
  const groups = groupJobs(jobs, today)
  return (
    <Box minH="100dvh">
      <chakra.header
        display="flex"
        alignItems="center"
        gap="12px"
        bg="sheet"
        borderBottomWidth="1px"
        borderColor="rule2"
        px="16px"
        minH="52px"
      >
        <Mark />
        <Heading as="h1" fontSize="17px">
          Awlbright
        </Heading>
        <Text
          color="ink2"
          fontSize="14px"
          flex="1"
          minW="0"
          whiteSpace="nowrap"
          overflow="hidden"
          textOverflow="ellipsis"
        >
          {actor.crewName} · {actor.name}, {actor.role}
        </Text>
        <PersonTools />
      </chakra.header>
      <chakra.main maxW="1120px" mx="auto" px={{ base: '10px', md: '24px' }} py="20px">
        <Flex align="baseline" gap="14px" mb="12px" wrap="wrap">
          <Heading as="h2" fontSize="26px">
            {headline(groups.today)}
          </Heading>
          <Flex ml="auto" gap="8px">
            <ButtonLink href="/verify">Verify a pack</ButtonLink>
            {mayCall(actor.role, 'createJob') && (
              <Button variant="act" onClick={() => setCreating(true)}>
                New job
              </Button>
            )}
          </Flex>
        </Flex>
        {jobs.length === 0 && (
          <Sheet>
            <EmptyState title="No jobs yet">
              {mayCall(actor.role, 'createJob')
                ? 'Start one: a name, a place and the rule pack of its supply. Everything else is surveyed.'
                : 'The office or a lead starts one.'}
            </EmptyState>
          </Sheet>
        )}
        {(Object.keys(GROUP_WORDS) as JobGroup[])
          .filter((group) => groups[group].length > 0)
          .map((group) => (
            <Box as="section" key={group} aria-label={GROUP_WORDS[group]} mb="18px">
              <Heading as="h3" fontSize="14px" color="ink2" mb="6px">
                {GROUP_WORDS[group]}
              </Heading>
              <Flex direction="column" gap="8px">
                {groups[group].map((job) => (
                  <JobCard key={job.id} job={job} large={group === 'today'} />
                ))}
              </Flex>
            </Box>
          ))}
      </chakra.main>
      <Overlay title="New job" open={creating} onClose={() => setCreating(false)}>
        <NewJob />
      </Overlay>
    </Box>
  )
}

const headline = (today: readonly JobListEntry[]): string =>
  today.length === 0
    ? 'Nothing on today'
    : today.length === 1
      ? `Today: ${today[0]?.name}`
      : `${today.length} jobs today`

function JobCard({ job, large }: { job: JobListEntry; large: boolean }) {
  const stopped = job.counts.stop > 0
  return (
    <Sheet
      _hover={{ borderColor: 'rule2' }}
      position="relative"
      borderLeftWidth="3px"
      borderLeftColor={stopped ? 'stop' : large ? 'ember' : 'rule'}
    >
      <Box px="16px" py={large ? '14px' : '10px'}>
        <Flex align="baseline" gap="4px 14px" wrap="wrap">
          <Heading as="h4" fontSize={large ? '21px' : '17px'} overflowWrap="anywhere">
            <NextLink href={`/jobs/${job.id}`} prefetch={false}>
              <chakra.span _before={{ content: '""', position: 'absolute', inset: 0 }}>{job.name}</chakra.span>
            </NextLink>
          </Heading>
          <Text color="ink2" fontSize="14px">
            {job.place} · {RULE_PACKS[job.packId].name}
          </Text>
          <Text ml="auto" color="ink2" fontSize="14px">
            {job.sealedAt ? `sealed ${day(job.sealedAt)}` : job.scheduledDay ? day(job.scheduledDay) : 'no day yet'}
          </Text>
        </Flex>
        <Grid
          templateColumns={{ base: 'repeat(4, minmax(0, 1fr))', md: 'repeat(8, minmax(0, 1fr))' }}
          gap="8px 12px"
          mt="8px"
        >
          {job.stages.map(({ stage, verdicts, holdsJobUp }) => (
            <Box key={stage}>
              <Text
                fontSize="12.5px"
                color={holdsJobUp && job.planned ? 'stop' : 'ink2'}
                fontWeight={holdsJobUp && job.planned ? '600' : '400'}
              >
                {STAGE_WORDS[stage]}
              </Text>
              <PunchRow verdicts={verdicts} size={large ? 10 : 8} most={14} />
            </Box>
          ))}
        </Grid>
        <Flex align="center" gap="8px" mt="8px" fontSize="14px" color={stopped ? 'stop' : 'ink2'}>
          <Punch verdict={stopped ? 'stop' : job.sealedAt ? 'proven' : 'open'} />
          <Text>{stateOf(job)}</Text>
        </Flex>
      </Box>
    </Sheet>
  )
}

/** Where a job stands, in a sentence: what to do first, what it waits for, or what it came to. */
function stateOf({ surveyed, planned, sealedAt, counts, hold }: JobListEntry): string {
  if (!surveyed) return 'To survey: loads or sources are missing.'
  if (!planned) return 'To plan: the changeover is not chosen, nothing is promised yet.'
  return sealedAt !== null && counts.stop === 0
    ? `${counts.proven} proven, ${counts.watch} watched, ${counts.open} open.`
    : hold
}

const NEW_JOB: readonly FieldSpec[] = [
  { name: 'name', label: 'Name', kind: 'text' },
  { name: 'place', label: 'Place', kind: 'text' },
  {
    name: 'packId',
    label: 'Supply',
    kind: 'choice',
    options: Object.fromEntries(Object.values(RULE_PACKS).map(({ id, name }) => [id, name])),
  },
  { name: 'scheduledDay', label: 'Day', kind: 'text', optional: true, hint: 'such as 2027-03-18' },
]

function NewJob() {
  return (
    <SpecForm
      specs={NEW_JOB}
      initial={{ packId: 'iec-1ph-230' }}
      submitLabel="Start the job"
      save={async (fields) => {
        const { jobId } = await callUseCase('createJob', { id: uuidv7(), ...typedFields(newJobSchema, fields) })
        window.location.assign(`/jobs/${jobId}?stage=survey`)
      }}
    />
  )
}
