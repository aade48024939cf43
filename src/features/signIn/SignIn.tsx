'use client'
import { useState } from 'react'
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

/** A code of six digits is the authenticator's; anything else is one of the recovery codes. */
const CODE_FIELDS: readonly DoorField[] = [
  {
    name: 'code',
    label: 'Code',
    kind: 'text',
    autoComplete: 'one-time-code',
    hint: 'The six digits of your authenticator, or one of your recovery codes.',
  },
]

/** Sends the code of an authenticator, or a recovery code. @throws ApiProblem with the app's own words */
export async function sendCode(code: string): Promise<void> {
  const plain = code.trim().replace(/^(\d{3})\s(\d{3})$/, '$1$2')
  const way = /^\d{6}$/.test(plain) ? 'verify-totp' : 'verify-backup-code'
  try {
    await postJson(`/api/auth/two-factor/${way}`, { code: plain })
  } catch (error) {
    const told = inOurWords(error)
    if (told instanceof ApiProblem && told.status >= 400 && told.status < 500 && ![403, 429].includes(told.status))
      throw new ApiProblem(told.status, 'That code does not fit, or it is too old. Wait for the next one.', [])
    throw told
  }
}

/** The door. Accounts come by invitation. */
export function SignIn({ to }: { to: string }) {
  const [asksForCode, setAsksForCode] = useState(false)
  return (
    <Door foot="No account, or no password any more? A lead of your crew makes you a link.">
      {asksForCode ? (
        <DoorForm
          key="code"
          fields={CODE_FIELDS}
          submitLabel="Go on"
          busyLabel="A moment…"
          send={async ({ code = '' }) => {
            await sendCode(code)
            window.location.assign(to)
          }}
        />
      ) : (
        <DoorForm
          key="password"
          fields={FIELDS}
          submitLabel="Sign in"
          busyLabel="Signing in…"
          send={async ({ email = '', password }) => {
            try {
              const { twoFactorRedirect } = await postJson<{ twoFactorRedirect?: boolean }>('/api/auth/sign-in/email', {
                email: email.trim().toLowerCase(),
                password,
              })
              if (twoFactorRedirect) return setAsksForCode(true)
            } catch (error) {
              throw inOurWords(error)
            }
            window.location.assign(to)
          }}
        />
      )}
    </Door>
  )
}
