export type SignInWay = 'signIn' | 'secondFactor' | 'changeSecondFactor' | 'signOut' | 'session'

/** Ways of the sign-in library that the app uses. Names and roles are the lead’s to change, accounts the office’s to make. */
const WAYS: readonly { way: SignInWay; method: string; path: string }[] = [
  { way: 'signIn', method: 'POST', path: '/api/auth/sign-in/email' },
  { way: 'secondFactor', method: 'POST', path: '/api/auth/two-factor/verify-totp' },
  { way: 'secondFactor', method: 'POST', path: '/api/auth/two-factor/verify-backup-code' },
  { way: 'changeSecondFactor', method: 'POST', path: '/api/auth/two-factor/enable' },
  { way: 'changeSecondFactor', method: 'POST', path: '/api/auth/two-factor/disable' },
  { way: 'signOut', method: 'POST', path: '/api/auth/sign-out' },
  { way: 'session', method: 'GET', path: '/api/auth/get-session' },
]

/** Which of the ways that are open a request takes; `null` for every other. */
export function signInWay(request: Pick<Request, 'method' | 'url'>): SignInWay | null {
  const { pathname } = new URL(request.url)
  return WAYS.find(({ method, path }) => request.method === method && pathname === path)?.way ?? null
}
