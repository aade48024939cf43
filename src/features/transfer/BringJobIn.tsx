'use client'
import { Box, Checkbox, Field, Flex, Input, Text } from '@chakra-ui/react'
import { type FormEvent, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { TransferTold as Told } from '@/server/transfer/toldOf'
import { Button } from '@/ui/Button'
import { Choice } from '@/ui/Choice'
import { Notice } from '@/ui/Notice'
import { ApiProblem, postForm, problemWords } from '../api'
import { TransferTold, differLines, holdsNothingNew } from './TransferTold'

/** More than this is not sent at all. */
const MOST_BYTES = 128 * 1024 * 1024

/** A refusal in words, with the places it speaks of. */
const wordsOf = (error: unknown): string =>
  error instanceof ApiProblem && error.issues.length > 0
    ? `${error.message} ${error.issues
        .slice(0, 6)
        .map(({ path, message }) => (path === 'file' ? message : `${path}: ${message}`))
        .join(' ')}`
    : problemWords(error)

type Choices = { plan: 'keep' | 'take'; trusted: boolean }

const mayGoOn = (told: Told, { trusted }: Choices): boolean => !holdsNothingNew(told) && (told.isOwn || trusted)

/** What is still to be decided once the file was looked through. */
function Decisions({ told, choices, change }: { told: Told; choices: Choices; change: (to: Choices) => void }) {
  return (
    <Box mt="14px">
      {!told.isNew && differLines(told).length > 0 && (
        <Flex gap="10px" align="center" wrap="wrap" fontSize="14px">
          Where the plan differs
          <Choice
            label="Where the plan differs"
            width="240px"
            value={choices.plan}
            options={[
              ['keep', 'it stays as it is here'],
              ['take', 'the file counts'],
            ]}
            onChange={(plan) => change({ ...choices, plan })}
          />
        </Flex>
      )}
      {!told.isOwn && (
        <>
          <Notice kind="caution" mt="10px">
            It was sealed with another server’s key. Compare its fingerprint with what that server shows under Crew →
            Crew:
            <Text fontFamily="mono" fontSize="15px" mt="4px">
              {told.fingerprint}
            </Text>
            All that comes in will say that you brought it in.
          </Notice>
          <Checkbox.Root
            mt="8px"
            checked={choices.trusted}
            onCheckedChange={({ checked }) => change({ ...choices, trusted: checked === true })}
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control />
            <Checkbox.Label>I compared it: that server is ours</Checkbox.Label>
          </Checkbox.Root>
        </>
      )}
    </Box>
  )
}

/** Brings a job in from a file of this or of another server: looked through first, stored once a lead has seen what it does. */
export function BringJobIn() {
  const [file, setFile] = useState<File | null>(null)
  const [told, setTold] = useState<Told | null>(null)
  const [choices, setChoices] = useState<Choices>({ plan: 'keep', trusted: false })
  const [failure, setFailure] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  // the same file looked at and brought in is one job, and so it is when the answer was lost
  const [newId, setNewId] = useState(() => uuidv7())

  const choose = (chosen: File | null) => {
    setFile(chosen)
    setTold(null)
    setFailure(null)
    setNewId(uuidv7())
    setChoices({ plan: 'keep', trusted: false })
  }
  const send = async (look: boolean) => {
    if (!file) return setFailure('Choose a file first.')
    if (file.size > MOST_BYTES) return setFailure('It is larger than 128 MB. Nothing was sent.')
    setFailure(null)
    setBusy(true)
    const data = new FormData()
    data.set('file', file)
    data.set('newId', newId)
    data.set('look', look ? 'yes' : 'no')
    data.set('plan', choices.plan)
    if (told && choices.trusted) data.set('trusted', told.fingerprint)
    try {
      const answer = await postForm<Told>('/api/jobs/bring-in', data)
      if (!look) return window.location.assign(`/jobs/${answer.jobId}`)
      setTold(answer)
    } catch (error) {
      setFailure(wordsOf(error))
    }
    setBusy(false)
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void send(told === null)
  }
  return (
    <form onSubmit={submit}>
      <Field.Root>
        <Field.Label fontSize="14px">Job file (.job.zip)</Field.Label>
        <Input
          type="file"
          accept=".zip,application/zip"
          pt="8px"
          // a file that was saved anew under its old name is chosen anew
          onClick={(event) => {
            event.currentTarget.value = ''
            choose(null)
          }}
          onChange={(event) => choose(event.target.files?.[0] ?? null)}
        />
        <Field.HelperText fontSize="13px" color="ink2">
          Saved on the other server under Handover → Save with pictures. Evidence is added; nothing here is changed or
          taken away unless you say so.
        </Field.HelperText>
      </Field.Root>
      {told && (
        <Box mt="14px">
          <TransferTold told={told} />
          <Decisions told={told} choices={choices} change={setChoices} />
        </Box>
      )}
      {failure && (
        <Notice kind="error" mt="12px">
          {failure}
        </Notice>
      )}
      <Button type="submit" variant="act" mt="14px" disabled={busy || (told !== null && !mayGoOn(told, choices))}>
        {busy ? 'One moment…' : told === null ? 'Look through it' : 'Bring it in'}
      </Button>
    </form>
  )
}
