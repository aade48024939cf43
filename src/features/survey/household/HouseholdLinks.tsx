'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { AskFirst } from '@/ui/AskFirst'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useNow } from '@/ui/useNow'
import { useTimes } from '@/ui/useTimes'
import { callUseCase } from '../../api'
import { useJob } from '../../job/JobContext'
import { ShownLink } from '../../ShownLink'
import { useAttempt } from '../../useAttempt'

const LASTS_DAYS = 30

type Link = ReturnType<typeof useJob>['view']['household']['links'][number]

/** One link: since when, until when, whether it was opened, and the way to end it. */
function LinkRow({
  link: { createdAt, expiresAt, withdrawnAt, openedAt },
  onWithdraw,
}: {
  link: Link
  onWithdraw: (() => void) | null
}) {
  const now = useNow(60_000)
  const { dayOf } = useTimes()
  const lasts = Date.parse(expiresAt) < now ? 'has run out' : `works until ${dayOf(expiresAt)}`
  return (
    <Flex
      borderTopWidth="1px"
      borderColor="rule"
      px="14px"
      py="6px"
      gap="12px"
      align="center"
      wrap="wrap"
      fontSize="14px"
    >
      <Text flex="1 1 12em">
        made {dayOf(createdAt)}, {withdrawnAt ? 'withdrawn' : lasts},{' '}
        {openedAt ? `opened ${dayOf(openedAt)}` : 'not opened yet'}
      </Text>
      {onWithdraw && !withdrawnAt && (
        <AskFirst
          label="Withdraw"
          question="The link stops working at once, and what the household has not sent yet cannot be sent over it any more."
          confirm="Withdraw the link"
          onConfirm={onWithdraw}
        />
      )}
    </Flex>
  )
}

/** A link that was just made: its address is shown once, and kept nowhere. */
function MadeLink({ address, expiresAt }: { address: string; expiresAt: string }) {
  const { dayOf } = useTimes()
  return (
    <>
      <Notice kind="info" mx="14px" mb="8px">
        <Text>It is shown once. Send it to the household; it works until {dayOf(expiresAt)}.</Text>
      </Notice>
      <Box px="14px" pb="10px">
        <ShownLink url={address} testId="household-link" />
      </Box>
    </>
  )
}

/** Links over which a household sends pictures and answers. */
export function HouseholdLinks() {
  const {
    view: { household },
    record: { installation },
    may,
  } = useJob()
  const [made, setMade] = useState<{ address: string; expiresAt: string } | null>(null)
  const { attempt, failure } = useAttempt()
  const { jobId } = installation
  const edit = may('makeHouseholdLink')
  const make = async () => {
    const { token, expiresAt } = await callUseCase('makeHouseholdLink', { jobId, days: LASTS_DAYS })
    setMade({ address: `${window.location.origin}/h/${token}`, expiresAt })
  }
  const withdraw = (linkId: string) => callUseCase('withdrawHouseholdLink', { jobId, linkId })
  return (
    <TitledSheet
      title="Link for the household"
      actions={
        edit && (
          <Button size="sm" onClick={() => void attempt(make)}>
            Make a link
          </Button>
        )
      }
    >
      {failure && (
        <Notice kind="error" mx="14px" mb="8px">
          {failure}
        </Notice>
      )}
      {made && <MadeLink {...made} />}
      {household.links.length === 0 && !made && (
        <EmptyState title="No link yet">
          The household opens it on a phone, sends pictures of board, fuse, meter and plates, and answers plain
          questions. It sees nothing of the job but its name and the first word.
        </EmptyState>
      )}
      {household.links.map((link) => (
        <LinkRow key={link.id} link={link} onWithdraw={edit ? () => void attempt(() => withdraw(link.id)) : null} />
      ))}
    </TitledSheet>
  )
}
