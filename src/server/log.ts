import pino from 'pino'

/** The server's log: what happened and where, never a person's input. */
export const log = pino({ level: process.env.AWLBRIGHT_LOG ?? 'info', base: undefined })
