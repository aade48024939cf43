'use client'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { useTimes } from '@/ui/useTimes'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { useAttempt } from '../useAttempt'
import type { useSettingActs } from './useSettingActs'

const REASON: readonly FieldSpec[] = [
  {
    name: 'reason',
    label: 'Why this device may be written to',
    kind: 'text',
    hint: 'ten characters or more; it is kept',
  },
]

/** Whether the job's own gateway may be written to from here: not before a lead has said so for this very device, and no longer than that. */
export function WritingAllowed({ acts: { address, allowed, again } }: { acts: ReturnType<typeof useSettingActs> }) {
  const { clock } = useTimes()
  const {
    may,
    record: {
      installation: { jobId },
    },
  } = useJob()
  const [asking, setAsking] = useState(false)
  const { attempt, failure, busy } = useAttempt()
  if (address === null) return null
  const withdraw = () =>
    attempt(async () => {
      await callUseCase('allowWriting', { jobId, allow: false, reason: '' })
      again()
    })
  return (
    <>
      <Text role="status" aria-label="Writing to the gateway">
        {allowed === null
          ? 'Nobody writes to it from here.'
          : `${allowed.byName} lets settings be written to it since ${clock(allowed.madeAt)}: ${allowed.reason ?? ''}`}
      </Text>
      {may('allowWriting') && (
        <Button
          variant="bare"
          size="sm"
          fontSize="13px"
          disabled={busy}
          onClick={allowed === null ? () => setAsking(true) : () => void withdraw()}
        >
          {allowed === null ? 'let it be written to' : 'no longer'}
        </Button>
      )}
      {failure && <Notice kind="error">{failure}</Notice>}
      <Overlay title={`Write settings to ${address}`} open={asking} onClose={() => setAsking(false)}>
        <Notice kind="caution" mb="10px">
          A wrong setting can damage equipment or put people in danger, and may need the network operator’s consent. The
          maker’s manual and the licensed person come first. Settings alone are written, never orders, and each is read
          back; it holds for the device at this address only.
        </Notice>
        <SpecForm
          specs={REASON}
          initial={{ reason: '' }}
          submitLabel="Let it be written to"
          save={async (fields) => {
            await callUseCase('allowWriting', { jobId, allow: true, reason: String(fields.reason) })
            again()
            setAsking(false)
          }}
        />
      </Overlay>
    </>
  )
}
