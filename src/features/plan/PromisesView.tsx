'use client'
import { Box, Flex, NativeSelect, Text, chakra } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { type LineChange, type PlanRevision, compareLines, planLines } from '@/core/plan/planRevision'
import { promisesOfPlan } from '@/core/plan/promisesOfPlan'
import { SCHOOL_WORDS } from '@/core/plan/planOfInstallation'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useTimes } from '@/ui/useTimes'
import { getJson } from '../api'
import { useJob } from '../job/JobContext'
import { usePlanned } from './LoadDrafts'

/** What is promised, each tied to its evidence; and the plan's revisions with what changed between two. */
export function PromisesView() {
  return (
    <>
      <Promises />
      <Revisions />
    </>
  )
}

function Promises() {
  const {
    bench,
    record: { installation },
  } = useJob()
  return (
    <TitledSheet
      title="What is promised"
      note={
        installation.chosenSchool
          ? `${SCHOOL_WORDS[installation.chosenSchool]}. ${installation.schoolReason ?? ''}`
          : undefined
      }
    >
      {bench.promises.length === 0 && (
        <EmptyState title="Nothing is promised yet">
          Choose the changeover; the plan then writes its promises, and each waits for its evidence.
        </EmptyState>
      )}
      <WithheldPromises />
      {bench.promises.map(({ promise, verdict, says }) => (
        <Flex key={promise.id} borderTopWidth="1px" borderColor="rule" px="14px" py="7px" gap="12px">
          <Box w="82px" flex="none">
            <VerdictWord verdict={verdict} />
          </Box>
          <Box flex="1" minW="0">
            <Text>{promise.sentence}</Text>
            <Text fontSize="13px" color="ink2">
              {says}
            </Text>
          </Box>
        </Flex>
      ))}
    </TitledSheet>
  )
}

/** What the plan as it stands would not promise, and why; a promise that was written before is not kept by that. */
function WithheldPromises() {
  const { installation, plan } = usePlanned()
  if (installation.chosenSchool === null) return null
  const gapClass =
    installation.promises.find(({ kind }) => kind === 'gapClass')?.gapClass ??
    (installation.chosenSchool === 'manualChangeover' ? 'byHand' : 'longPause')
  const { withheld } = promisesOfPlan(installation, plan, gapClass)
  if (withheld.length === 0) return null
  return (
    <Notice kind="caution" mx="14px" mb="8px">
      <chakra.ul pl="16px" listStyleType="disc">
        {withheld.map(({ because }) => (
          <li key={because}>{because}</li>
        ))}
      </chakra.ul>
    </Notice>
  )
}

const NOW = 'now'

function Revisions() {
  const {
    record: { installation },
    view,
  } = useJob()
  const { plan } = usePlanned()
  const { data, error } = useQuery({
    queryKey: ['revisions', installation.jobId, view.version],
    queryFn: ({ signal }) => getJson<PlanRevision[]>(`/api/jobs/${installation.jobId}/revisions`, signal),
    retry: 1,
  })
  const { dayOf } = useTimes()
  const [pair, setPair] = useState<{ from: string; to: string } | null>(null)
  if (error) return <Notice kind="error">The revisions could not be fetched: {error.message}</Notice>
  const revisions = data ?? []
  const latest = revisions[0]
  const from = pair?.from ?? latest?.id ?? NOW
  const to = pair?.to ?? NOW
  const linesOf = (key: string) =>
    key === NOW ? planLines(installation, plan) : (revisions.find(({ id }) => id === key)?.lines ?? [])
  const changes = latest ? compareLines(linesOf(from), linesOf(to)) : []
  const named = (key: string) =>
    key === NOW ? 'the plan as it stands now' : `revision ${revisions.find(({ id }) => id === key)?.number ?? ''}`
  return (
    <TitledSheet
      title="What changed"
      note={
        latest
          ? `${revisions.length} ${revisions.length === 1 ? 'revision' : 'revisions'}, the last by ${latest.madeByName} on ${dayOf(latest.madeAt)}`
          : undefined
      }
    >
      {!latest ? (
        <EmptyState title={data ? 'No revision yet' : 'Fetching the revisions…'}>
          {data &&
            'Each time the changeover is chosen, the plan is written down as it stands; two of them can then be compared line by line.'}
        </EmptyState>
      ) : (
        <>
          <Flex px="14px" pb="8px" gap="8px" align="center" wrap="wrap" fontSize="14px">
            <RevisionChoice
              label="From"
              value={from}
              revisions={revisions}
              onChange={(key) => setPair({ from: key, to })}
            />
            <RevisionChoice
              label="To"
              value={to}
              revisions={revisions}
              onChange={(key) => setPair({ from, to: key })}
            />
          </Flex>
          {changes.length === 0 ? (
            <EmptyState title={`Nothing differs between ${named(from)} and ${named(to)}`} />
          ) : (
            changes.map((change) => <ChangeRow key={change.key} change={change} />)
          )}
        </>
      )}
    </TitledSheet>
  )
}

function RevisionChoice({
  label,
  value,
  revisions,
  onChange,
}: {
  label: string
  value: string
  revisions: readonly PlanRevision[]
  onChange: (key: string) => void
}) {
  const { dayOf } = useTimes()
  return (
    <chakra.label display="flex" alignItems="center" gap="6px">
      {label}
      <NativeSelect.Root variant="outline" minW="200px">
        <NativeSelect.Field
          aria-label={`${label} revision`}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        >
          <option value={NOW}>as it stands now</option>
          {revisions.map(({ id, number, note, madeAt }) => (
            <option key={id} value={id}>{`${number}, ${dayOf(madeAt)}: ${note.slice(0, 40)}`}</option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </chakra.label>
  )
}

function ChangeRow({ change: { label, before, after } }: { change: LineChange }) {
  return (
    <Flex
      borderTopWidth="1px"
      borderColor="rule"
      px="14px"
      py="6px"
      gap="12px"
      fontSize="14px"
      wrap={{ base: 'wrap', md: 'nowrap' }}
    >
      <Text w="150px" flex="none" color="ink2" overflowWrap="anywhere">
        {label}
      </Text>
      <Box flex="1" minW="0" overflowWrap="anywhere">
        {before === null ? <Text color="ink2">was not there</Text> : <chakra.del color="ink2">{before}</chakra.del>}
      </Box>
      <Box flex="1" minW="0" overflowWrap="anywhere">
        {after === null ? (
          <Text color="ink2">no longer there</Text>
        ) : (
          <chakra.ins textDecoration="none" fontWeight="600">
            {after}
          </chakra.ins>
        )}
      </Box>
    </Flex>
  )
}
