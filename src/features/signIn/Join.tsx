'use client'
import type { PersonalLinkKind } from '@/core/crew/personalLinkKind'
import type { Role } from '@/core/crew/roles'
import { postJson } from '../api'
import { Door } from './Door'
import { DoorForm } from './DoorForm'
import { newPasswordField } from './passwordField'

const FIELDS = [newPasswordField('password', 'Password')]

/** What a link of one's own opens: a crew to join, or a new password to choose. */
export function Join({
  token,
  kind,
  name,
  email,
  role,
  crewName,
}: {
  token: string
  kind: PersonalLinkKind
  name: string
  email: string
  role: Role
  crewName: string
}) {
  const joins = kind === 'invitation'
  return (
    <Door
      title={joins ? crewName : 'A new password'}
      lead={
        joins
          ? `${name}, you are asked to join as ${role}. Choose a password; you sign in with ${email}.`
          : `${name}, choose a new password for ${email}. Every device that is signed in with the old one is signed out.`
      }
      foot="This link works once."
    >
      <DoorForm
        fields={FIELDS}
        submitLabel={joins ? 'Join' : 'Use this password'}
        busyLabel="A moment…"
        send={async ({ password }) => {
          const { to } = await postJson<{ to: string }>(`/api/join/${token}`, { password })
          window.location.assign(to)
        }}
      />
    </Door>
  )
}
