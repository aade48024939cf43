import { betterAuth } from 'better-auth'
import { twoFactor as secondFactor } from 'better-auth/plugins/two-factor'
import { drizzleAdapter } from 'better-auth/adapters/drizzle'
import { appDatabase } from '@/db/client'
import { ADDRESS_HEADER } from './throttle/clientAddress'
import { account, session, twoFactor, user, verification } from '@/db/schema'

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
  })

const held = globalThis as { awlbrightAuth?: ReturnType<typeof make> }

/** Sign-in, made at first use so that building the app needs no database. */
export const auth = (): ReturnType<typeof make> => (held.awlbrightAuth ??= make())
