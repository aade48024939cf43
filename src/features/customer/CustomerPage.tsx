'use client'
import { Box, Flex, Heading, Text, chakra } from '@chakra-ui/react'
import { leftOver } from '@/core/handover/leftOver'
import { formatDuration } from '@/core/quantity/formatQuantity'
import type { PackSummary } from '@/server/pack/summary'
import { ButtonLink } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Mark } from '@/ui/Mark'
import { Notice } from '@/ui/Notice'
import { Sheet, TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { CardSheet, OutageSteps } from './CardSheet'
import { FaultCallSheet } from './FaultCallSheet'
import { PartsSheet, SeasonSheet } from './KeepingSheets'
import { NumbersAs, useSay } from './useSay'
import { LastingSheet } from './LastingSheet'
import { OwnTestSheet } from './OwnTestSheet'

/** Verdicts in the household's own words. */
const SAYS = { proven: 'shown', watch: 'shown, with a remark', stop: 'not kept', open: 'not proven' } as const

interface CustomerPageProps {
  summary: PackSummary
  token: string
  fingerprint: string
  expiresAt: string
  /** The month it is, 0 for January. */
  month: number
}

/** What the household reads on a phone: what was promised and shown, what to do in an outage, and how to check it. */
export function CustomerPage(props: CustomerPageProps) {
  return (
    <NumbersAs style={props.summary.numbers ?? 'point'}>
      <Page {...props} />
    </NumbersAs>
  )
}

function Page({ summary, token, fingerprint, expiresAt, month }: CustomerPageProps) {
  const { dayOf } = useTimes()
  return (
    <chakra.main
      maxW="640px"
      mx="auto"
      px="14px"
      py="18px"
      display="flex"
      flexDirection="column"
      gap="14px"
      fontSize="16px"
    >
      <Flex align="center" gap="9px">
        <Mark />
        <Text fontFamily="heading" fontWeight="600">
          Awlbright
        </Text>
        <Text color="ink2" fontSize="14px" ml="auto">
          sealed {dayOf(summary.sealedAt)}
        </Text>
      </Flex>
      <Box>
        <Heading as="h1" fontSize="28px" lineHeight="1.15" overflowWrap="anywhere">
          {summary.jobName}
        </Heading>
        <Text color="ink2">
          {summary.place} · tested by the {summary.crewName}
        </Text>
      </Box>
      <ShownOnTheDay summary={summary} />
      <Promises summary={summary} />
      {summary.wave && <OwnTestSheet wave={summary.wave} />}
      {summary.card ? <CardSheet card={summary.card} /> : <OutageSteps summary={summary} />}
      {summary.lasting && <LastingSheet lasting={summary.lasting} sun={summary.sun ?? null} month={month} />}
      <FaultCallSheet token={token} />
      <StillOpen summary={summary} />
      <SeasonSheet />
      {summary.parts && <PartsSheet parts={summary.parts} />}
      <WholeRecord token={token} fingerprint={fingerprint} expiresAt={expiresAt} />
      <Notice kind="info">
        This page tells what was measured on the day. Local code, the makers’ manuals and the licensed person who signed
        come first. Nobody but a licensed person opens the boards.
      </Notice>
    </chakra.main>
  )
}

/** How many promises were shown, and how long the house was without supply, in a sentence. */
function ShownOnTheDay({ summary: { promises, gapMs } }: { summary: PackSummary }) {
  const say = useSay()
  const shown = promises.filter(({ verdict }) => verdict === 'proven' || verdict === 'watch').length
  const gap = gapMs !== null && (
    <>
      ; when the street was cut, the house was without supply for <b>{say(formatDuration(gapMs))}</b>
    </>
  )
  return (
    <Sheet px="16px" py="14px">
      <Text fontSize="19px" lineHeight="1.35">
        {promises.length === 0 ? (
          'Nothing was promised in writing.'
        ) : (
          <>
            <b>
              {shown} of {promises.length}
            </b>{' '}
            promises were shown on the day{gap}.
          </>
        )}
      </Text>
    </Sheet>
  )
}

function Promises({ summary: { promises } }: { summary: PackSummary }) {
  const say = useSay()
  return (
    <TitledSheet title="What you were promised">
      {promises.map(({ sentence, verdict, says }) => (
        <Box key={sentence} borderTopWidth="1px" borderColor="rule" px="16px" py="11px">
          <Text>{say(sentence)}</Text>
          <Flex mt="3px" gap="4px 10px" fontSize="14.5px" color="ink2" wrap="wrap" align="center">
            <VerdictWord verdict={verdict} />
            <Text>{verdict === 'open' || verdict === 'stop' ? say(says) : SAYS[verdict]}</Text>
          </Flex>
        </Box>
      ))}
    </TitledSheet>
  )
}

function StillOpen({ summary }: { summary: PackSummary }) {
  const left = leftOver(summary)
  if (left.length === 0) return null
  return (
    <TitledSheet title="Still open" note="said plainly">
      {left.map(({ stage, label, verdict }) => (
        <Flex
          key={`${stage} ${label}`}
          borderTopWidth="1px"
          borderColor="rule"
          px="16px"
          py="8px"
          gap="10px"
          fontSize="15px"
        >
          <Box flex="none" w="76px">
            <VerdictWord verdict={verdict} />
          </Box>
          <Text minW="0" overflowWrap="anywhere">
            {label}
          </Text>
        </Flex>
      ))}
    </TitledSheet>
  )
}

type WholeRecordProps = Pick<CustomerPageProps, 'token' | 'fingerprint' | 'expiresAt'>

function WholeRecord({ token, fingerprint, expiresAt }: WholeRecordProps) {
  const { dayOf } = useTimes()
  return (
    <TitledSheet title="The whole record">
      <Box px="16px" pb="14px">
        <Text color="ink2" mb="10px">
          Report, every reading, pictures and recordings in one sealed file. Anybody can check that nothing in it was
          changed.
        </Text>
        <Flex gap="8px" wrap="wrap">
          <ButtonLink variant="act" href={`/c/${token}/pack`} download>
            Download the pack
          </ButtonLink>
          <ButtonLink href="/verify">Check a pack</ButtonLink>
        </Flex>
        <Text fontSize="13.5px" color="ink2" mt="10px">
          Sealed with the key <chakra.span fontFamily="mono">{fingerprint}</chakra.span>. This link works until{' '}
          {dayOf(expiresAt)}.
        </Text>
      </Box>
    </TitledSheet>
  )
}
