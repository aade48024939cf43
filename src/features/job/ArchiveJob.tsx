'use client'
import { Box, Text } from '@chakra-ui/react'
import { useTimes } from '@/ui/useTimes'
import { Button } from '@/ui/Button'
import { AskFirst } from '@/ui/AskFirst'
import { Notice } from '@/ui/Notice'
import { callUseCase } from '../api'
import { useAttempt } from '../useAttempt'
import { useJob } from './JobContext'

/** Puts a job away, or takes it out of the archive: the lists change, the job does not. */
export function ArchiveJob({ onDone }: { onDone: () => void }) {
  const { dayOf } = useTimes()
  const { view, record } = useJob()
  const { attempt, failure, busy } = useAttempt()
  const put = (away: boolean) =>
    void attempt(async () => {
      await callUseCase('archiveJob', { jobId: record.installation.jobId, away })
      onDone()
    })
  return (
    <Box mt="18px" pt="12px" borderTopWidth="1px" borderColor="rule">
      {view.archivedAt ? (
        <>
          <Text fontSize="14px" color="ink2" mb="8px">
            In the archive since {dayOf(view.archivedAt)}: out of the lists, complete, and open to whoever looks for it.
          </Text>
          <Button size="sm" disabled={busy} onClick={() => put(false)}>
            Take out of the archive
          </Button>
        </>
      ) : (
        <AskFirst
          label="Put into the archive"
          question="It leaves the lists of the jobs page and stands under Archive. Nothing in it changes, links that were given stay good, and it can be taken out again."
          confirm="Put it away"
          disabled={busy}
          onConfirm={() => put(true)}
        />
      )}
      {failure && (
        <Notice kind="error" mt="8px">
          {failure}
        </Notice>
      )}
    </Box>
  )
}
