import { describe, expect, it } from 'vitest'
import { signInWay } from './signInWays'

const asks = (method: string, path: string) => signInWay({ method, url: `http://127.0.0.1:4310${path}` })

describe('ways of the sign-in library', () => {
  it.each([
    ['POST', '/api/auth/sign-in/email'],
    ['POST', '/api/auth/sign-out'],
    ['GET', '/api/auth/get-session'],
    ['POST', '/api/auth/two-factor/verify-totp'],
    ['POST', '/api/auth/two-factor/verify-backup-code'],
    ['POST', '/api/auth/two-factor/enable'],
    ['POST', '/api/auth/two-factor/disable'],
  ])('%s %s is open', (method, path) => expect(asks(method, path)).not.toBeNull())
  it.each([
    ['POST', '/api/auth/update-user'],
    ['POST', '/api/auth/sign-up/email'],
    ['POST', '/api/auth/change-email'],
    ['POST', '/api/auth/change-password'],
    ['POST', '/api/auth/delete-user'],
    ['GET', '/api/auth/list-sessions'],
    ['POST', '/api/auth/forget-password'],
    ['GET', '/api/auth/sign-in/email'],
    ['POST', '/api/auth/sign-in/email/'],
    ['POST', '/api/auth//sign-in/email'],
    ['GET', '/api/auth/ok'],
    ['POST', '/api/auth/two-factor/send-otp'],
    ['POST', '/api/auth/two-factor/view-backup-codes'],
    ['POST', '/api/auth/two-factor/generate-totp'],
    ['POST', '/api/auth/two-factor/get-totp-uri'],
  ])('%s %s is not there', (method, path) => expect(asks(method, path)).toBeNull())
})
