'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { AskFirst } from '@/ui/AskFirst'
import { Button, ButtonLink } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import type { JobView } from '@/server/useCases/jobs'
import { callUseCase } from '../api'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { useNow } from '@/ui/useNow'
import { ShownLink } from '../ShownLink'
import { useAttempt } from '../useAttempt'

const POLL_MS = 1500
const LINK_FIELDS: readonly FieldSpec[] = [{ name: 'days', label: 'Days it works', kind: 'number' }]

/** Sealed packs of the job, the customer's links to them, and the pack that is just being made. */
export function PacksSheet({ onSeal }: { onSeal?: () => void }) {
  const { clock } = useTimes()
  const { view, record, refresh, may } = useJob()
  const { packRequest, packs, links } = view
  const making = packRequest?.state === 'waiting' || packRequest?.state === 'sealing'
  const [linking, setLinking] = useState<JobView['packs'][number] | null>(null)
  useEffect(() => {
    // the worker tells by the evidence events; asking now and then covers a lost event
    if (!making) return
    const timer = setInterval(() => void refresh(), POLL_MS)
    return () => clearInterval(timer)
  }, [making, refresh])
  return (
    <TitledSheet
      title="Sealed packs"
      actions={
        <>
          {onSeal && (
            <Button size="sm" variant="act" disabled={making} onClick={onSeal}>
              {making ? 'Sealing…' : 'Seal the pack'}
            </Button>
          )}
          <ButtonLink href="/verify" size="sm">
            Verify a pack
          </ButtonLink>
        </>
      }
    >
      {making && (
        <Text role="status" px="14px" pb="8px" color="ink2">
          The pack is being made: report, readings, pictures, recordings, signature.
        </Text>
      )}
      {packRequest?.state === 'failed' && (
        <Notice kind="error" mx="14px" mb="10px">
          {packRequest.failure}
        </Notice>
      )}
      {packs.length === 0 && !making && (
        <EmptyState title="Nothing sealed yet">
          A pack can be sealed at any time; what has no evidence is printed as open.
        </EmptyState>
      )}
      {packs.map((pack) => (
        <Box key={pack.id} borderTopWidth="1px" borderColor="rule" px="14px" py="8px">
          <Flex align="center" gap="10px" wrap="wrap">
            <Box flex="1" minW="200px">
              <Text fontWeight="600">
                Sealed {clock(pack.sealedAt)} by {pack.sealedByName}
              </Text>
              <Text fontSize="12.5px" color="ink3" fontFamily="mono">
                {pack.sha256.slice(0, 16)}…
              </Text>
            </Box>
            {pack.erasedAt === null ? (
              <ButtonLink href={`/api/jobs/${record.installation.jobId}/packs/${pack.id}`} size="sm" download>
                Download
              </ButtonLink>
            ) : (
              <Text fontSize="14px" color="ink2">
                its file was taken out {clock(pack.erasedAt)}
              </Text>
            )}
            {pack.erasedAt === null && may('makeCustomerLink') && (
              <Button size="sm" onClick={() => setLinking(pack)}>
                Customer link
              </Button>
            )}
          </Flex>
          {links
            .filter(({ packId }) => packId === pack.id)
            .map((link) => (
              <LinkLine key={link.id} link={link} />
            ))}
        </Box>
      ))}
      <LinkOverlay pack={linking} onClose={() => setLinking(null)} />
    </TitledSheet>
  )
}

function LinkLine({ link }: { link: JobView['links'][number] }) {
  const { clock, dayOf } = useTimes()
  const { record, may } = useJob()
  const { attempt, failure, busy } = useAttempt()
  const now = useNow(60_000)
  const expired = new Date(link.expiresAt).getTime() < now
  const state = link.withdrawnAt
    ? `withdrawn ${clock(link.withdrawnAt)}`
    : expired
      ? `ran out ${dayOf(link.expiresAt)}`
      : `works until ${dayOf(link.expiresAt)}`
  return (
    <Flex align="center" gap="10px" wrap="wrap" fontSize="13.5px" color="ink2" minH="34px">
      <Text flex="1 1 12em">
        Link made {clock(link.createdAt)}, {state},{' '}
        {link.openedAt ? `first opened ${clock(link.openedAt)}` : 'not opened yet'}
      </Text>
      {!link.withdrawnAt && !expired && may('withdrawCustomerLink') && (
        <AskFirst
          label="Withdraw"
          question="The household’s page stops working at once, on every phone and from every printed code."
          confirm="Withdraw the link"
          disabled={busy}
          onConfirm={() =>
            void attempt(() =>
              callUseCase('withdrawCustomerLink', { jobId: record.installation.jobId, linkId: link.id }),
            )
          }
        />
      )}
      {failure && (
        <Text role="alert" color="stop">
          {failure}
        </Text>
      )}
    </Flex>
  )
}

function LinkOverlay({ pack, onClose }: { pack: JobView['packs'][number] | null; onClose: () => void }) {
  const { record, refresh } = useJob()
  const [made, setMade] = useState<string | null>(null)
  const close = () => {
    setMade(null)
    onClose()
  }
  return (
    <Overlay title="A link for the customer" open={pack !== null} onClose={close}>
      {made === null && pack !== null && (
        <>
          <Text color="ink2" mb="3">
            It opens this pack only, on any phone, without a sign-in. It can be withdrawn. The address is shown once: it
            is not kept here.
          </Text>
          <SpecForm
            specs={LINK_FIELDS}
            initial={{ days: 90 }}
            submitLabel="Make the link"
            save={async ({ days }) => {
              const { token } = await callUseCase('makeCustomerLink', {
                jobId: record.installation.jobId,
                packId: pack.id,
                days: Number(days),
              })
              setMade(`${window.location.origin}/c/${token}`)
              await refresh()
            }}
          />
        </>
      )}
      {made !== null && <ShownLink url={made} testId="customer-link" />}
    </Overlay>
  )
}
