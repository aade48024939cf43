import { auth } from '../auth'

/**
 * Signs somebody in who has just chosen a password, on the device they chose it on.
 *
 * @returns an answer with the session's cookies, and where to go
 */
export async function signedIn(request: Request, email: string, password: string): Promise<Response> {
  const session = await auth().api.signInEmail({
    body: { email, password },
    headers: request.headers,
    asResponse: true,
  })
  const answer = Response.json({ to: session.ok ? '/' : '/sign-in' })
  for (const cookie of session.headers.getSetCookie()) answer.headers.append('set-cookie', cookie)
  return answer
}
