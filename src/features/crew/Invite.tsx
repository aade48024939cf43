'use client'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { invitationSchema } from '@/schemas/people'
import type { CrewView } from '@/server/useCases/crew'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { typedFields } from '../forms/typedFields'
import { ShownLink } from '../ShownLink'
import type { MailOutcome } from '@/server/mail/sendMail'
import { MailNotice } from './MailNotice'
import { ROLE_HINT, roleChoices } from './roleWords'

const fieldsFor = ({ mayInviteAs: roles, sendsMail }: CrewView): readonly FieldSpec[] => [
  { name: 'name', label: 'Name', kind: 'text' },
  {
    name: 'email',
    label: 'E-mail',
    kind: 'text',
    hint: sendsMail ? 'to sign in with; the link is sent there' : 'to sign in with; nothing is sent',
  },
  {
    name: 'role',
    label: 'Role',
    kind: 'choice',
    options: roleChoices(roles),
    hint: ROLE_HINT,
  },
  { name: 'days', label: 'Days the link works', kind: 'number' },
]

/** Makes the link by which somebody joins: their own device opens it and chooses a password there. */
export function Invite({ crew, refresh }: { crew: CrewView; refresh: () => Promise<void> }) {
  const [made, setMade] = useState<{ url: string; mail: MailOutcome } | null>(null)
  if (made !== null)
    return (
      <>
        <MailNotice mail={made.mail} />
        <Text color="ink2" mb="3">
          Give this to them: it works once, and is shown once. Their phone’s camera can read the code.
        </Text>
        <ShownLink url={made.url} testId="invitation-link" opens={false} />
      </>
    )
  return (
    <SpecForm
      specs={fieldsFor(crew)}
      initial={{ role: crew.mayInviteAs.includes('hand') ? 'hand' : crew.mayInviteAs[0], days: 7 }}
      submitLabel="Make the link"
      save={async ({ email, ...fields }) => {
        const { path, mail } = await callUseCase(
          'invitePerson',
          typedFields(invitationSchema, { ...fields, email: String(email).toLowerCase() }),
        )
        setMade({ url: window.location.origin + path, mail })
        await refresh()
      }}
    />
  )
}
