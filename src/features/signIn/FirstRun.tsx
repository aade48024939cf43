'use client'
import { RULE_PACKS } from '@/core/rules/packs'
import { postJson } from '../api'
import { Door } from './Door'
import { DoorForm, type DoorField } from './DoorForm'
import { newPasswordField } from './passwordField'

const FIELDS: readonly DoorField[] = [
  { name: 'crew', label: 'Crew', kind: 'text', autoComplete: 'organization', hint: 'As it stands on your packs.' },
  {
    name: 'packId',
    label: 'Usual supply',
    kind: 'choice',
    autoComplete: 'off',
    options: Object.fromEntries(Object.values(RULE_PACKS).map(({ id, name }) => [id, name])),
    initial: 'iec-1ph-230',
    hint: 'What a new job is offered first; each job has its own.',
  },
  { name: 'name', label: 'Your name', kind: 'text', autoComplete: 'name' },
  { name: 'email', label: 'E-mail', kind: 'email', autoComplete: 'username' },
  newPasswordField('password', 'Password'),
]
const CODE: DoorField = {
  name: 'code',
  label: 'Code',
  kind: 'text',
  autoComplete: 'one-time-code',
  hint: 'It stands in the window where the server was started.',
}

/** The very first page of a server without a crew: its lead makes one. */
export function FirstRun({ asksForCode }: { asksForCode: boolean }) {
  return (
    <Door
      title="Your crew"
      lead="Nobody has used this server yet. You make the crew and are its first lead; the others come by your invitation."
      foot="Nothing of this leaves the machine that the server runs on."
    >
      <DoorForm
        fields={asksForCode ? [CODE, ...FIELDS] : FIELDS}
        submitLabel="Make the crew"
        busyLabel="Making it…"
        send={async ({ email = '', ...values }) => {
          const { to } = await postJson<{ to: string }>('/api/first-run', {
            ...values,
            email: email.trim().toLowerCase(),
          })
          window.location.assign(to)
        }}
      />
    </Door>
  )
}
