import { appDatabase } from '@/db/client'
import { membershipOf } from '@/db/queries/members'
import { memberOfCrew, noteCrewChange } from '@/db/queries/crews'
import type { Actor } from '../access'
import { currentActor, requireActor } from '../actor'
import { askSignIn } from '../auth'
import { boundedBody } from '../boundedBody'
import { endSessions } from '../crew/accounts'
import { Attempts } from './attempts'
import { addressOf } from './clientAddress'
import { DEVICE_COOKIE, cookieOf, deviceMark, knownDevice } from './knownDevice'
import { SignInThrottle } from './signInThrottle'

/** An address and a password are no more than this. */
const MOST_BYTES = 4096
const YEAR_S = 365 * 24 * 3600

const held = globalThis as { awlbrightSignIn?: SignInThrottle }
const heldTries = globalThis as { awlbrightFactorTries?: Attempts; awlbrightCodeTries?: Attempts }
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

/** What the sign-in library answers of whoever got in, or that a second factor is asked for first. */
interface Answered {
  user?: { id?: string }
  twoFactorRedirect?: boolean
}

/** Whether whoever got in works in a crew; the session of somebody who has left ends before it began. */
async function worksInACrew({ user }: Answered): Promise<boolean> {
  if (typeof user?.id !== 'string') return false
  const { db } = appDatabase()
  if (await membershipOf(db, user.id)) return true
  await endSessions(db, user.id)
  return false
}

const GONE = 'You are in no crew any more. Ask your lead to take you back.'

/** An answer that lets somebody in, once it is sure that they work in a crew. */
const letIn = async (answer: Response): Promise<Response> =>
  (await worksInACrew((await answer.clone().json()) as Answered))
    ? answer
    : Response.json({ message: GONE }, { status: 403 })

/**
 * A sign-in: bounded before anything reads it, throttled by whose failures there were, and remembered on the device where it succeeds. With a second factor
 * nobody is in yet: its code is asked for next.
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
  const answer = await askSignIn(new Request(request.url, { method: 'POST', headers: request.headers, body }))
  if (!answer.ok) {
    if (answer.status < 500) throttle.failed(attempt)
    return answer
  }
  throttle.succeeded(attempt)
  const { twoFactorRedirect } = (await answer.clone().json()) as Answered
  const entered = twoFactorRedirect ? answer : await letIn(answer)
  if (!entered.ok) return entered
  const marked = new Response(entered.body, entered)
  const secure = new URL(process.env.BETTER_AUTH_URL ?? request.url).protocol === 'https:' ? '; Secure' : ''
  marked.headers.append(
    'set-cookie',
    `${DEVICE_COOKIE}=${deviceMark(account, secret)}; Path=/api/auth; Max-Age=${YEAR_S}; HttpOnly; SameSite=Lax${secure}`,
  )
  return marked
}

/** Wrong codes by address: one stranger's never count against anybody elsewhere. */
const codeTries = (heldTries.awlbrightCodeTries ??= new Attempts({ most: 60, windowMs: 600_000, mostKeys: 20_000 }))

/**
 * The code of an authenticator, or a recovery code: of somebody who gave the right password, or who turns the second factor on. The library counts wrong
 * codes, five to a sign-in and ten to an account; what comes from one address is counted here.
 */
export async function secondFactor(request: Request): Promise<Response> {
  const address = addressOf(request.headers)
  if (codeTries.isFull(address))
    return Response.json({ message: 'Too many tries. Wait a few minutes, then try again.' }, { status: 429 })
  const body = await boundedBody(request, MOST_BYTES)
  const { db } = appDatabase()
  const actor = await currentActor()
  const wasOff = actor !== null && (await memberOfCrew(db, actor.crewId, actor.userId))?.secondFactor === false
  const answer = await askSignIn(new Request(request.url, { method: 'POST', headers: request.headers, body }))
  if (!answer.ok) {
    if (answer.status < 500) codeTries.count(address)
    return answer
  }
  if (wasOff) await noteSecondFactor(actor, 'secondFactorOn')
  return letIn(answer)
}

const passwordTries = (heldTries.awlbrightFactorTries ??= new Attempts({
  most: 10,
  windowMs: 600_000,
  mostKeys: 10_000,
}))

/** Turns one's own second factor on (the first code is still to be shown) or off; the library asks for the password. */
export async function changeSecondFactor(request: Request): Promise<Response> {
  const actor = await requireActor()
  if (passwordTries.isFull(actor.userId))
    return Response.json({ message: 'Too many tries. Wait ten minutes, then try again.' }, { status: 429 })
  const body = await boundedBody(request, MOST_BYTES)
  const answer = await askSignIn(new Request(request.url, { method: 'POST', headers: request.headers, body }))
  if (!answer.ok && answer.status < 500) passwordTries.count(actor.userId)
  if (answer.ok && new URL(request.url).pathname.endsWith('/disable')) await noteSecondFactor(actor, 'secondFactorOff')
  return answer
}

const noteSecondFactor = ({ crewId, userId, name }: Actor, what: 'secondFactorOn' | 'secondFactorOff') =>
  noteCrewChange(appDatabase().db, { crewId, what, subject: userId, detail: { name }, byName: name })
