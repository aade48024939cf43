import { appDatabase } from '@/db/client'
import { membershipOf } from '@/db/queries/members'
import { auth } from '../auth'
import { boundedBody } from '../boundedBody'
import { endSessions } from '../crew/accounts'
import { addressOf } from './clientAddress'
import { DEVICE_COOKIE, cookieOf, deviceMark, knownDevice } from './knownDevice'
import { SignInThrottle } from './signInThrottle'

/** An address and a password are no more than this. */
const MOST_BYTES = 4096
const YEAR_S = 365 * 24 * 3600

const held = globalThis as { awlbrightSignIn?: SignInThrottle }
const throttle = (held.awlbrightSignIn ??= new SignInThrottle())

/** The account a sign-in names, in one way of writing. */
function accountIn(bytes: Uint8Array): string {
  try {
    const { email } = JSON.parse(new TextDecoder().decode(bytes)) as { email?: unknown }
    return typeof email === 'string' ? email.trim().toLowerCase().slice(0, 200) : ''
  } catch {
    return ''
  }
}

/** Whether whoever got in works in a crew; the session of somebody who has left ends before it began. */
async function worksInACrew(answer: Response): Promise<boolean> {
  const { user } = (await answer.clone().json()) as { user?: { id?: string } }
  if (typeof user?.id !== 'string') return false
  const { db } = appDatabase()
  if (await membershipOf(db, user.id)) return true
  await endSessions(db, user.id)
  return false
}

/**
 * A sign-in: bounded before anything reads it, throttled by whose failures there were, and remembered on the device where it succeeds.
 *
 * @throws Problem 413 for a body that is none
 */
export async function signIn(request: Request): Promise<Response> {
  const body = await boundedBody(request, MOST_BYTES)
  const account = accountIn(body)
  const secret = process.env.BETTER_AUTH_SECRET ?? ''
  const device = knownDevice(cookieOf(request.headers, DEVICE_COOKIE), account, secret)
  const attempt = { account, address: addressOf(request.headers), device }
  if (!throttle.mayTry(attempt))
    return Response.json({ message: 'Too many tries. Wait a few minutes, then try again.' }, { status: 429 })
  const answer = await auth().handler(new Request(request.url, { method: 'POST', headers: request.headers, body }))
  if (!answer.ok) {
    if (answer.status < 500) throttle.failed(attempt)
    return answer
  }
  throttle.succeeded(attempt)
  if (!(await worksInACrew(answer)))
    return Response.json({ message: 'You are in no crew any more. Ask your lead to take you back.' }, { status: 403 })
  const marked = new Response(answer.body, answer)
  const secure = new URL(process.env.BETTER_AUTH_URL ?? request.url).protocol === 'https:' ? '; Secure' : ''
  marked.headers.append(
    'set-cookie',
    `${DEVICE_COOKIE}=${deviceMark(account, secret)}; Path=/api/auth; Max-Age=${YEAR_S}; HttpOnly; SameSite=Lax${secure}`,
  )
  return marked
}
