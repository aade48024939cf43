import { AsyncLocalStorage } from 'node:async_hooks'
import { betterAuth } from 'better-auth'
import { twoFactor as secondFactor } from 'better-auth/plugins/two-factor'
import { drizzleAdapter } from 'better-auth/adapters/drizzle'
import { appDatabase } from '@/db/client'
import { ADDRESS_HEADER } from './throttle/clientAddress'
import { account, session, twoFactor, user, verification } from '@/db/schema'
import { faultOf, log } from './log'

/** What went wrong within the library while it answers: of some errors it hands on no more than a status. */
const faults = new AsyncLocalStorage<{ error?: Error }>()

/** Its own words name what it was asked with; the log has the kind of the error and where it was thrown. */
function noteFault(level: string, given: readonly unknown[]): void {
  const error = given.find((one): one is Error => one instanceof Error)
  const held = faults.getStore()
  if (held && error) held.error ??= error
  if (level === 'error') log.error(faultOf(error), 'sign-in failed')
}

const make = () =>
  betterAuth({
    database: drizzleAdapter(appDatabase().db, {
      provider: 'pg',
      schema: { user, session, account, verification, twoFactor },
    }),
    // accounts are made by the crew's office, not by whoever finds the page
    emailAndPassword: { enabled: true, disableSignUp: true },
    secret: process.env.BETTER_AUTH_SECRET,
    baseURL: process.env.BETTER_AUTH_URL,
    session: { expiresIn: 60 * 60 * 24 * 30, updateAge: 60 * 60 * 24 },
    // the library counts by an address that anybody can write: the app's own throttle counts by what the connection tells
    rateLimit: { enabled: false },
    advanced: { ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] } },
    // every way in has asked already whether the request comes from the app's own pages, under whatever name this machine was found
    trustedOrigins: (request) => {
      const host = request?.headers.get('host')
      return host ? [`http://${host}`, `https://${host}`] : []
    },
    appName: 'Awlbright',
    plugins: [secondFactor()],
    telemetry: { enabled: false },
    logger: { level: 'error', log: (level, ...given) => noteFault(level, given) },
    // what is no answer of its own is thrown, and answered like every other error
    onAPIError: { throw: true },
  })

const held = globalThis as { awlbrightAuth?: ReturnType<typeof make> }

/** Sign-in, made at first use so that building the app needs no database. */
export const auth = (): ReturnType<typeof make> => (held.awlbrightAuth ??= make())

/**
 * The library's answer to a request of its own.
 *
 * @throws the error behind it where the answer would only be that there was one: a database that is away is said to be away
 */
export async function askSignIn(request: Request): Promise<Response> {
  const held: { error?: Error } = {}
  const answer = await faults.run(held, () => auth().handler(request))
  if (answer.status >= 500 && held.error) throw held.error
  return answer
}
