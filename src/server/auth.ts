import { betterAuth } from 'better-auth'
import { drizzleAdapter } from 'better-auth/adapters/drizzle'
import { appDatabase } from '@/db/client'
import { account, session, user, verification } from '@/db/schema'

const make = () =>
  betterAuth({
    database: drizzleAdapter(appDatabase().db, { provider: 'pg', schema: { user, session, account, verification } }),
    // accounts are made by the crew's office, not by whoever finds the page
    emailAndPassword: { enabled: true, disableSignUp: true },
    secret: process.env.BETTER_AUTH_SECRET,
    baseURL: process.env.BETTER_AUTH_URL,
    session: { expiresIn: 60 * 60 * 24 * 30, updateAge: 60 * 60 * 24 },
    // a whole crew signs in from one address on a morning
    rateLimit: { enabled: true, window: 60, max: 200, customRules: { '/sign-in/email': { window: 60, max: 20 } } },
    telemetry: { enabled: false },
  })

const held = globalThis as { awlbrightAuth?: ReturnType<typeof make> }

/** Sign-in, made at first use so that building the app needs no database. */
export const auth = (): ReturnType<typeof make> => (held.awlbrightAuth ??= make())
