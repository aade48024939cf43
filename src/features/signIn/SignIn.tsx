'use client'
import { ApiProblem, postJson } from '../api'
import { Door } from './Door'
import { DoorForm, type DoorField } from './DoorForm'

const FIELDS: readonly DoorField[] = [
  { name: 'email', label: 'E-mail', kind: 'email', autoComplete: 'username' },
  { name: 'password', label: 'Password', kind: 'password', autoComplete: 'current-password' },
]

/** The sign-in library's words are for programs; these are for a person. */
function inOurWords(error: unknown): unknown {
  if (!(error instanceof ApiProblem)) return error
  const { status, message } = error
  if (status === 0)
    return new ApiProblem(0, 'There is no connection to the server. Pages you opened before still work.', [])
  if (status === 429) return new ApiProblem(429, 'Too many tries. Wait a minute, then try again.', [])
  if (status >= 500) return new ApiProblem(status, 'The server is in trouble. Try again in a moment.', [])
  return new ApiProblem(status, status === 403 ? message : 'That address and password do not go together.', [])
}

/** The door. Accounts come by invitation. */
export function SignIn({ to }: { to: string }) {
  return (
    <Door foot="No account, or no password any more? A lead of your crew makes you a link.">
      <DoorForm
        fields={FIELDS}
        submitLabel="Sign in"
        busyLabel="Signing in…"
        send={async ({ email = '', password }) => {
          try {
            await postJson('/api/auth/sign-in/email', { email: email.trim().toLowerCase(), password })
          } catch (error) {
            throw inOurWords(error)
          }
          window.location.assign(to)
        }}
      />
    </Door>
  )
}
