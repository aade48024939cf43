'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { type MendKind, type ToMend, toMend } from '@/core/evidence/mends'
import type { PromiseEvidence } from '@/core/evidence/promiseEvidence'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'

const MEND_WORDS: Readonly<Record<MendKind, string>> = {
  plan: 'Plan it otherwise',
  setting: 'Change the setting',
  regroup: 'Share out the leakage',
  wiring: 'Look at the wiring',
  loadList: 'Put the load list right',
  words: 'Promise what was shown',
  maker: 'Ask the maker',
}

/** One page: what was promised, what was measured, whether it holds, and what would mend what does not. */
export function JudgementView() {
  const { bench } = useJob()
  const mending = toMend(bench)
  return (
    <>
      <TitledSheet title="Promised and shown" note="each promise with what stands behind it">
        {bench.promises.length === 0 && (
          <EmptyState title="Nothing is promised yet">
            The plan makes the promises once a way to change over is chosen.
          </EmptyState>
        )}
        {bench.promises.map((one) => (
          <PromiseRow key={one.promise.id} one={one} />
        ))}
      </TitledSheet>
      <TitledSheet title="What would mend it" note={mending.length > 0 ? `${mending.length} to look at` : undefined}>
        {mending.length === 0 && (
          <EmptyState title="Nothing failed">
            What has not been shown yet stands above and under “Wave and points”.
          </EmptyState>
        )}
        {mending.map((one) => (
          <MendRow key={one.point.key} one={one} />
        ))}
      </TitledSheet>
      <Notice kind="caution">
        After the change the test is done again; both results stay on record. A protection that trips is not bridged,
        held in or taken out, and an overload is not repeated.
      </Notice>
    </>
  )
}

function PromiseRow({ one: { promise, verdict, says, points } }: { one: PromiseEvidence }) {
  return (
    <Flex borderTopWidth="1px" borderColor="rule" px="14px" py="8px" gap="4px 14px" wrap="wrap">
      <Box w="92px" flex="none">
        <VerdictWord verdict={verdict} />
      </Box>
      <Box flex="1" minW="220px">
        <Text fontWeight="600">{promise.sentence}</Text>
        <Text color="ink2" fontSize="14px">
          {says}
        </Text>
      </Box>
      <Box flex="1" minW="220px" fontSize="14px">
        {points.length === 0 && <Text color="ink2">no measurement stands behind it</Text>}
        {points.map(({ key, label, value }) => (
          <Text key={key}>
            {label}: {value ?? 'not measured'}
          </Text>
        ))}
      </Box>
    </Flex>
  )
}

function MendRow({ one: { point, judgement, mends } }: { one: ToMend }) {
  const { goTo } = useJob()
  return (
    <Flex borderTopWidth="1px" borderColor="rule" px="14px" py="8px" gap="6px 14px" wrap="wrap">
      <Box w="92px" flex="none">
        <VerdictWord verdict={judgement.verdict} />
      </Box>
      <Box flex="1" minW="220px">
        <Text fontWeight="600">
          {point.label}
          {judgement.value && `: ${judgement.value}`}
        </Text>
        <Text color="ink2" fontSize="14px">
          {judgement.limit && `Asked for: ${judgement.limit}. `}
          {judgement.why}
        </Text>
      </Box>
      <Flex gap="8px" wrap="wrap" align="center">
        {mends.map(({ kind, stage, view }) => (
          <Button key={kind} size="sm" onClick={() => goTo(stage, null, view ?? null)}>
            {MEND_WORDS[kind]}
          </Button>
        ))}
        <Button size="sm" variant="bare" fontSize="13px" onClick={() => goTo(point.stage, point.key)}>
          do it again
        </Button>
      </Flex>
    </Flex>
  )
}
