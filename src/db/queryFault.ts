import { PgPreparedQuery } from 'drizzle-orm/pg-core'

/** Answers in which the database quotes what it was sent: data that it cannot take, and rules that they break. */
const QUOTES_DATA = /^2[23]/

/** What an error is about, by its code and the names of the database's own things. */
const TOLD = ['code', 'constraint', 'table', 'column']

/** What of an error of the database or the driver may be told: its code, what it is about, and its words where they quote nobody. */
function told(cause: unknown): Error | undefined {
  if (!(cause instanceof Error)) return undefined
  const given = cause as Error & Readonly<Record<string, unknown>>
  const quotes = 'severity' in cause && QUOTES_DATA.test(String(given.code))
  const words = quotes
    ? `the database says ${[given.code, given.constraint].filter(Boolean).join(', ')}`
    : cause.message
  const bare = new Error(words, { cause: told(cause.cause) })
  return Object.assign(
    bare,
    Object.fromEntries(TOLD.filter((name) => name in cause).map((name) => [name, given[name]])),
  )
}

/**
 * A query that failed, and why; never what it was asked with. That can be a session's token, a name or a house, and whatever an error holds is
 * written to a log by somebody: the app, the sign-in library, the framework.
 */
export class QueryFault extends Error {
  override readonly name = 'QueryFault'
  constructor(query: string, error: unknown) {
    // the query library's own error names the parameters, and holds the driver's
    super(`Failed query: ${query}`, { cause: told(error instanceof Error && 'params' in error ? error.cause : error) })
  }
}

type Ask = (this: unknown, query: string, parameters: unknown[], run: () => Promise<unknown>) => Promise<unknown>
const prepared = PgPreparedQuery.prototype as unknown as { queryWithCache: Ask }
const { queryWithCache: ask } = prepared

// every query of the library goes through here, and here it makes its error
prepared.queryWithCache = async function (query, parameters, run) {
  try {
    return await ask.call(this, query, parameters, run)
  } catch (error) {
    throw error instanceof QueryFault ? error : new QueryFault(query, error)
  }
}
