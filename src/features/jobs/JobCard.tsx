import { Box, Flex, Grid, Heading, Text, chakra } from '@chakra-ui/react'
import NextLink from 'next/link'
import { MOST_MARKS, NO_STAGES } from '@/core/evidence/jobFacts'
import { STAGE_WORDS } from '@/core/evidence/point'
import { RULE_PACKS } from '@/core/rules/packs'
import type { JobListEntry } from '@/server/useCases/jobs'
import { ButtonLink } from '@/ui/Button'
import { day } from '@/ui/clock'
import { useTimes } from '@/ui/useTimes'
import { Punch } from '@/ui/Punch'
import { Sheet } from '@/ui/Sheet'
import { PunchRow } from '../job/PunchRow'

/** One job: its name, its marks by stage, and where it stands. What is behind its evidence is shown as open, whatever it said before. */
export function JobCard({ job, large }: { job: JobListEntry; large: boolean }) {
  const { dayOf } = useTimes()
  const { facts, behind } = job
  const stopped = !behind && (facts?.counts.stop ?? 0) > 0
  const planned = facts?.planned ?? false
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
            {job.archivedAt && `put away ${dayOf(job.archivedAt)} · `}
            {job.sealedAt ? `sealed ${dayOf(job.sealedAt)}` : job.scheduledDay ? day(job.scheduledDay) : 'no day yet'}
          </Text>
        </Flex>
        <Grid
          templateColumns={{ base: 'repeat(4, minmax(0, 1fr))', md: 'repeat(8, minmax(0, 1fr))' }}
          gap="8px 12px"
          mt="8px"
          opacity={behind ? 0.45 : 1}
        >
          {(facts?.stages ?? NO_STAGES).map(({ stage, verdicts, total, holdsJobUp }) => (
            <Box key={stage}>
              <Text
                fontSize="12.5px"
                color={holdsJobUp && planned ? 'stop' : 'ink2'}
                fontWeight={holdsJobUp && planned ? '600' : '400'}
              >
                {STAGE_WORDS[stage]}
              </Text>
              <PunchRow verdicts={verdicts} total={total} size={large ? 10 : 8} most={MOST_MARKS} />
            </Box>
          ))}
        </Grid>
        <Flex align="center" gap="8px" mt="8px" fontSize="14px" color={stopped ? 'stop' : 'ink2'}>
          <Punch verdict={stopped ? 'stop' : job.sealedAt && !behind ? 'proven' : 'open'} />
          <Text>{stateOf(job)}</Text>
          {job.sealedAt && <ClampLink jobId={job.id} />}
        </Flex>
      </Box>
    </Sheet>
  )
}

/** A house that was handed over may tingle years later: whoever is called goes straight to the clamp. */
const ClampLink = ({ jobId }: { jobId: string }) => (
  <ButtonLink
    href={`/jobs/${jobId}?stage=earth&view=clamp`}
    size="sm"
    variant="bare"
    ml="auto"
    // above the card's own link
    position="relative"
    zIndex="1"
  >
    Metal tingles?
  </ButtonLink>
)

/** Where a job stands, in a sentence: what to do first, what it waits for, or what it came to. */
function stateOf({ facts, behind, sealedAt }: JobListEntry): string {
  if (facts === null || behind) return 'Changed just now; its marks are being worked out.'
  const { surveyed, planned, counts, hold } = facts
  if (!surveyed) return 'To survey: loads or sources are missing.'
  if (!planned) return 'To plan: the changeover is not chosen, nothing is promised yet.'
  return sealedAt !== null && counts.stop === 0
    ? `${counts.proven} proven, ${counts.watch} watched, ${counts.open} open.`
    : hold
}
