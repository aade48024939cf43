import pino from 'pino'
import { codeOf } from './databaseFault'

/** The server's log: what happened and where, never a person's input. */
export const log = pino({ level: process.env.AWLBRIGHT_LOG ?? 'info', base: undefined })

/**
 * What a log holds of an error: its kind, its code and where it was thrown. Its words may quote what somebody entered.
 *
 * @example log.warn(faultOf(error), 'summaries wait for the database')
 */
export const faultOf = (error: unknown): { name: string; code: string | null; at: string | null } => ({
  name: error instanceof Error ? error.name : typeof error,
  code: codeOf(error),
  at: error instanceof Error ? thrownAt(error) : null,
})

/** Where an error was thrown: the first place of its stack, which begins with its words. */
function thrownAt({ stack = '', message }: Error): string | null {
  const begins = stack.indexOf(message)
  const places = begins < 0 ? '' : stack.slice(begins + message.length)
  return /^\s+at .*$/m.exec(places)?.[0].trim() ?? null
}

/** A path as a log may hold it: a customer's or household's token opens a house, and stands in no log. */
export const withoutTokens = (path: string): string =>
  path
    .split('/')
    .map((part) => (/^[A-Za-z0-9_-]{32}$/.test(part) ? '(token)' : part))
    .join('/')
