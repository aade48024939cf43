'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { KeptScripts } from '@/offline/useKeptScripts'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import type { OutboxEntry } from '../outbox/outboxEntry'
import { entryWords } from '../outbox/entryWords'
import { download } from '../survey/download'
import { useJob, useOnDevice } from './JobContext'

const KEPT_WORDS = {
  onDevice: 'The app is on this device with every view: a job that was opened here opens again without a connection.',
  whileOpen:
    'Every view is on this device as long as this page stays open. Over plain http a browser opens no page without a connection.',
} as const
const NOT_KEPT =
  'Not all of the app is on this device yet. Before you go where there is no connection, stay until it says here that it is.'

/** Whether everything has been sent, in a few words; opens to what waits and what was refused. */
export function OutboxState({ kept }: { kept: KeptScripts }) {
  const {
    outboxState: { entries, away, failure },
  } = useOnDevice()
  const [open, setOpen] = useState(false)
  const refused = entries.filter(({ refusal }) => refusal !== null).length
  const waiting = entries.length - refused
  const words = failure
    ? 'cannot keep entries here'
    : refused > 0
      ? `${refused} refused${waiting > 0 ? `, ${waiting} kept` : ''}`
      : waiting === 0
        ? away
          ? 'no connection'
          : 'all sent'
        : away
          ? `${away} · ${waiting} kept`
          : `sending ${waiting}`
  return (
    <>
      <Button
        variant="bare"
        size="sm"
        fontWeight="400"
        color={failure || refused > 0 ? 'stop' : waiting > 0 || away ? 'watch' : 'ink2'}
        textDecoration={entries.length > 0 ? 'underline' : 'none'}
        onClick={() => setOpen(true)}
        data-testid="outbox-state"
      >
        <span role="status">{words}</span>
      </Button>
      <Overlay title="What is kept on this device" open={open} onClose={() => setOpen(false)}>
        {failure && (
          <Notice kind="error" mb="3">
            {failure}
          </Notice>
        )}
        {entries.length === 0 && <Text color="ink2">Everything entered here has been taken in by the server.</Text>}
        {away && entries.length > 0 && (
          <Notice kind="info" mb="3">
            Not sent yet: {away}. It goes by itself when the server can be reached; leave the app installed and the
            browser’s data alone.
          </Notice>
        )}
        {entries.map((entry) => (
          <EntryLine key={entry.id} entry={entry} />
        ))}
        <Text mt="3" fontSize="14px" color={kept === null ? 'watch' : 'ink2'}>
          {kept === null ? NOT_KEPT : KEPT_WORDS[kept]}
        </Text>
      </Overlay>
    </>
  )
}

/** What was refused, to keep beside the app: its words and figures, without pictures. */
function saveEntry({ id, useCase, input, at, userName, refusal }: OutboxEntry): void {
  const text = JSON.stringify({ id, useCase, input, at, userName, refusal }, null, 2)
  download(`awlbright-entry-${id}.json`, text, 'application/json')
}

function EntryLine({ entry }: { entry: OutboxEntry }) {
  const { clock } = useTimes()
  const { bench, outbox } = useJob()
  const what = entryWords(entry, bench.points)
  return (
    <Flex borderTopWidth="1px" borderColor="rule" py="8px" gap="10px" align="flex-start">
      <Box flex="1" minW="0" overflowWrap="anywhere">
        <Text>
          {what}{' '}
          <Box as="span" color="ink3" fontSize="13px">
            {clock(entry.at)}
          </Box>
        </Text>
        {entry.refusal && (
          <Text color="stop" fontSize="14px">
            Refused: {entry.refusal} It is not stored; {entry.asks ? 'stand by it' : 'do it again'} if it should be.
          </Text>
        )}
      </Box>
      {entry.refusal !== null && (
        <Flex gap="6px" wrap="wrap">
          {entry.asks && (
            <Button size="sm" variant="act" onClick={() => void outbox.confirm(entry.id)}>
              Record it all the same
            </Button>
          )}
          {!entry.asks && (
            <Button size="sm" onClick={() => void outbox.retry(entry.id)}>
              Send again
            </Button>
          )}
          <Button size="sm" onClick={() => saveEntry(entry)}>
            Save as a file
          </Button>
          <Button size="sm" onClick={() => void outbox.dismiss(entry.id)}>
            Throw away
          </Button>
        </Flex>
      )}
    </Flex>
  )
}
