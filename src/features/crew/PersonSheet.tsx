'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { memberSchema } from '@/schemas/people'
import { AskFirst } from '@/ui/AskFirst'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { typedFields } from '../forms/typedFields'
import { ShownLink } from '../ShownLink'
import { useAttemptWith } from '../useAttempt'
import type { MailOutcome } from '@/server/mail/sendMail'
import { MailNotice } from './MailNotice'
import type { Person } from './PeopleView'
import { ROLE_HINT, roleChoices } from './roleWords'

const FIELDS: readonly FieldSpec[] = [
  { name: 'name', label: 'Name', kind: 'text', hint: 'what was recorded before keeps the name it had' },
  { name: 'role', label: 'Role', kind: 'choice', options: roleChoices(), hint: ROLE_HINT },
  { name: 'licence', label: 'Licence', kind: 'text', optional: true, hint: 'number, as it is written on it' },
  { name: 'licenceValidUntil', label: 'Valid until', kind: 'date', optional: true },
]

interface Props {
  person: Person
  /** It is the lead who looks. */
  own: boolean
  refresh: () => Promise<void>
}

/** One person, as a lead sees them: what they are called and may do, and their ways in. */
export function PersonSheet({ person, own, refresh }: Props) {
  const [saved, setSaved] = useState(false)
  return (
    <>
      <SpecForm
        specs={FIELDS}
        initial={person}
        save={async (fields) => {
          setSaved(false)
          await callUseCase('changeMember', typedFields(memberSchema, { ...fields, userId: person.userId }))
          await refresh()
          setSaved(true)
        }}
      />
      {saved && (
        <Text role="status" mt="2" fontSize="14px" color="ink2">
          Saved.
        </Text>
      )}
      <Box borderTopWidth="1px" borderColor="rule" mt="5" pt="4">
        {person.leftAt === null ? (
          <WaysIn person={person} own={own} refresh={refresh} />
        ) : (
          <CameBack person={person} refresh={refresh} />
        )}
      </Box>
    </>
  )
}

function WaysIn({ person: { userId, name, sessions, secondFactor }, own, refresh }: Props) {
  const { attempt, failure, busy } = useAttemptWith(refresh)
  const [made, setMade] = useState<{ url: string; mail: MailOutcome } | null>(null)
  return (
    <Flex direction="column" gap="12px" align="flex-start">
      {made === null ? (
        <Button
          size="sm"
          disabled={busy}
          onClick={() =>
            void attempt(async () => {
              const { path, mail } = await callUseCase('makePasswordLink', { userId })
              setMade({ url: window.location.origin + path, mail })
            })
          }
        >
          Link for a new password
        </Button>
      ) : (
        <Box w="100%">
          <MailNotice mail={made.mail} />
          <Text color="ink2" fontSize="14px" mb="2">
            For {name} alone: it works once, within two days, and is shown once. The old password works until then.
          </Text>
          <ShownLink url={made.url} testId="password-link" opens={false} />
        </Box>
      )}
      <AskFirst
        label={own ? 'Sign out my other devices' : 'Sign out everywhere'}
        question={
          own
            ? 'Every device but this one has to sign in again. What waits in their outboxes stays on them.'
            : `${name} is signed in on ${sessions === 1 ? 'one device' : `${sessions} devices`} and has to sign in again. What waits in an outbox stays on the device.`
        }
        confirm="Sign out"
        disabled={busy || sessions === 0}
        onConfirm={() => void attempt(() => callUseCase('endSessionsOf', { userId }))}
      />
      {!own && secondFactor && (
        <AskFirst
          label="Take the second factor away"
          question={`For a phone that is lost with the authenticator on it: ${name} signs in with the password alone, and every device is signed out.`}
          confirm="Take it away"
          disabled={busy}
          onConfirm={() => void attempt(() => callUseCase('takeSecondFactor', { userId }))}
        />
      )}
      {!own && (
        <AskFirst
          label={`Let ${name} go`}
          question={`${name} is signed out at once and cannot sign in any more. What they recorded stays theirs, and you can take them back.`}
          confirm="Let go"
          disabled={busy}
          onConfirm={() => void attempt(() => callUseCase('letGo', { userId }))}
        />
      )}
      {failure && <Notice kind="error">{failure}</Notice>}
    </Flex>
  )
}

function CameBack({ person: { userId, name }, refresh }: Pick<Props, 'person' | 'refresh'>) {
  const { attempt, failure, busy } = useAttemptWith(refresh)
  return (
    <Flex direction="column" gap="12px" align="flex-start">
      <Text fontSize="14px">{name} has left and cannot sign in.</Text>
      <Button size="sm" disabled={busy} onClick={() => void attempt(() => callUseCase('takeBack', { userId }))}>
        Take {name} back
      </Button>
      {failure && <Notice kind="error">{failure}</Notice>}
    </Flex>
  )
}
