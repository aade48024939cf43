'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { reopenedBy } from '@/core/evidence/visits'
import { STAGE_WORDS } from '@/core/evidence/point'
import { VISIT_WORDS, type VisitKind } from '@/core/installation/visit'
import { Button } from '@/ui/Button'
import { Choice } from '@/ui/Choice'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../job/JobContext'
import { useAttempt } from '../useAttempt'
import { TouchedThings } from './TouchedThings'

const KINDS = (Object.keys(VISIT_WORDS) as VisitKind[]).map((kind) => [kind, VISIT_WORDS[kind]] as const)

/** Opens a visit: what it is for, what it touches, and exactly which points it asks to be shown again. */
export function OpenVisit({
  open,
  onClose,
  begin = { kind: 'periodic', reason: '' },
}: {
  open: boolean
  onClose: () => void
  /** What is known of it already, such as by a call from the household. */
  begin?: { kind: VisitKind; reason: string }
}) {
  const { record, carryOut } = useJob()
  const { installation } = record
  const { attempt, failure, busy } = useAttempt()
  const [kind, setKind] = useState<VisitKind>(begin.kind)
  const [reason, setReason] = useState(begin.reason)
  const [touched, setTouched] = useState<readonly string[]>([])
  const named = kind === 'periodic' ? [] : touched
  const again = reopenedBy(installation, { id: '', kind, reason, touched: named, openedAt: '', byName: '' })
  const store = () =>
    attempt(async () => {
      await carryOut('openVisit', {
        id: uuidv7(),
        jobId: installation.jobId,
        kind,
        reason: reason.trim(),
        touched: [...named],
        openedAt: new Date().toISOString(),
      })
      setReason(begin.reason)
      setTouched([])
      onClose()
    })
  return (
    <Overlay title="Open a visit" open={open} onClose={onClose}>
      <Flex direction="column" gap="12px">
        <Flex gap="10px" wrap="wrap" align="center">
          <Choice label="Kind of visit" value={kind} options={KINDS} onChange={setKind} />
          <Input
            aria-label="What it is for"
            placeholder="What it is for, in a sentence"
            value={reason}
            maxLength={300}
            flex="1"
            minW="220px"
            onChange={(event) => setReason(event.target.value)}
          />
        </Flex>
        {kind !== 'periodic' && <TouchedThings installation={installation} touched={touched} onChange={setTouched} />}
        <Box fontSize="14px" role="status" aria-label="To be shown again">
          <Text fontWeight="600">
            {again.length === 0
              ? 'Nothing has to be shown again yet: name what is touched.'
              : `${again.length} point${again.length === 1 ? '' : 's'} to be shown again, and no other`}
          </Text>
          <Box as="ul" maxH="130px" overflowY="auto" tabIndex={0} aria-label="Points to be shown again">
            {again.map(({ key, stage, label }) => (
              <Text as="li" key={key}>
                {STAGE_WORDS[stage]}: {label}
              </Text>
            ))}
          </Box>
        </Box>
        <Notice kind="info">
          What was recorded stays on record and in the packs sealed so far. A unit that is replaced is noted under Fit.
        </Notice>
        {failure && <Notice kind="error">{failure}</Notice>}
        <Button
          variant="act"
          disabled={busy || reason.trim().length < 5 || again.length === 0}
          onClick={() => void store()}
        >
          Open the visit
        </Button>
      </Flex>
    </Overlay>
  )
}
