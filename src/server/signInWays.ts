/** Ways of the sign-in library that the app uses. Names and roles are the lead’s to change, accounts the office’s to make. */
const WAYS: readonly { method: string; path: string }[] = [
  { method: 'POST', path: '/api/auth/sign-in/email' },
  { method: 'POST', path: '/api/auth/sign-out' },
  { method: 'GET', path: '/api/auth/get-session' },
]

/** Whether a request takes one of the ways that are open. */
export function signInWay(request: Pick<Request, 'method' | 'url'>): boolean {
  const { pathname } = new URL(request.url)
  return WAYS.some(({ method, path }) => request.method === method && pathname === path)
}
