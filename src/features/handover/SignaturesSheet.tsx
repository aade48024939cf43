'use client'
import { counted } from '@/core/quantity/counted'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import {
  SIGNATURE_FIELD,
  SIGNING_CAPACITIES,
  type HandoverSignature,
  type SigningCapacity,
  handoverDigest,
  signaturesNow,
} from '@/core/handover/signature'
import { colour } from '@/look/colour'
import { SIGNS_AS } from '@/server/access'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { useJob, useOnDevice } from '../job/JobContext'
import { useAttempt } from '../useAttempt'
import { CAPACITY_WORDS } from './reviewWords'
import { SignatureField } from './SignatureField'

/** Signatures of lead, checker and customer, each with its time and with what it was given to. */
export function SignaturesSheet() {
  const { bench, view, actor, may } = useJob()
  const digest = useMemo(() => handoverDigest(bench), [bench])
  const signed = signaturesNow(view.signatures, digest)
  const [signing, setSigning] = useState<SigningCapacity | null>(null)
  return (
    <TitledSheet title="Signatures" note="each is given to the job as it stands at that moment">
      {SIGNING_CAPACITIES.map((capacity) => {
        const signature = signed[capacity]
        return (
          <Flex
            key={capacity}
            align="center"
            gap="12px"
            px="14px"
            py="7px"
            borderTopWidth="1px"
            borderColor="rule"
            wrap="wrap"
            fontSize="14px"
            data-signature={capacity}
          >
            <Text fontWeight="600" w="104px">
              {CAPACITY_WORDS[capacity]}
            </Text>
            <Box flex="1" minW="200px">
              {signature ? (
                <Given signature={signature} stands={signature.stands} />
              ) : (
                <Text color="ink2">has not signed</Text>
              )}
            </Box>
            {may('signHandover') && SIGNS_AS[capacity].includes(actor.role) && !signature?.stands && (
              <Button size="sm" onClick={() => setSigning(capacity)}>
                {capacity === 'customer' ? 'The customer signs' : 'Sign'}
              </Button>
            )}
          </Flex>
        )
      })}
      <Overlay
        title={signing ? `${CAPACITY_WORDS[signing]} signs` : ''}
        open={signing !== null}
        onClose={() => setSigning(null)}
      >
        {signing && <SignForm capacity={signing} digest={digest} done={() => setSigning(null)} />}
      </Overlay>
    </TitledSheet>
  )
}

function Given({ signature, stands }: { signature: HandoverSignature; stands: boolean }) {
  const { clock } = useTimes()
  return (
    <Flex gap="12px" align="center" wrap="wrap">
      {signature.drawing && <Drawn drawing={signature.drawing} name={signature.name} />}
      <Box>
        <Text>
          {signature.name}, {clock(signature.at)}
          {signature.drawing === null && ', typed'}
        </Text>
        <Text color={stands ? 'ink2' : 'watch'}>
          {stands ? 'for the job as it stands' : 'for the job as it was then: it changed since'}
        </Text>
      </Box>
    </Flex>
  )
}

function Drawn({ drawing, name }: { drawing: string; name: string }) {
  return (
    <svg
      width={120}
      height={40}
      viewBox={`0 0 ${SIGNATURE_FIELD.width} ${SIGNATURE_FIELD.height}`}
      role="img"
      aria-label={`Signature of ${name}`}
    >
      <path
        d={drawing}
        fill="none"
        stroke={colour('ink')}
        strokeWidth={3}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  )
}

function SignForm({ capacity, digest, done }: { capacity: SigningCapacity; digest: string; done: () => void }) {
  const { actor, record, refresh, bench } = useJob()
  const { outboxState } = useOnDevice()
  const { attempt, failure, busy } = useAttempt()
  const [name, setName] = useState(capacity === 'customer' ? '' : actor.name)
  const [drawing, setDrawing] = useState<string | null>(null)
  const shown = bench.promises.filter(({ verdict }) => verdict === 'proven' || verdict === 'watch').length
  const waiting = outboxState.entries.length > 0
  const sign = () =>
    attempt(async () => {
      await callUseCase('signHandover', {
        id: uuidv7(),
        jobId: record.installation.jobId,
        capacity,
        name: name.trim(),
        drawing,
        saw: digest,
      })
      await refresh()
      done()
    })
  return (
    <Flex direction="column" gap="12px" fontSize="14px">
      <Text>
        {shown} of {counted(bench.promises.length, ['promise', 'promises'])} shown as the job stands now. The signature
        is given to that; whatever changes afterwards is not signed for.
      </Text>
      <Text as="label" fontWeight="600">
        Name
        <Input
          mt="4px"
          value={name}
          maxLength={80}
          readOnly={capacity !== 'customer'}
          autoComplete="off"
          onChange={(event) => setName(event.target.value)}
        />
      </Text>
      <SignatureField onDrawn={setDrawing} />
      {waiting && <Notice kind="error">Something on this device has not reached the server. Send it first.</Notice>}
      {failure && <Notice kind="error">{failure}</Notice>}
      <Button variant="act" disabled={busy || waiting || name.trim().length < 2} onClick={() => void sign()}>
        {drawing === null ? 'Sign by the typed name' : 'Sign'}
      </Button>
    </Flex>
  )
}
