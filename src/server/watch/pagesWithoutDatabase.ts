import type { ServerResponse } from 'node:http'

/** Where the part of the server that draws pages and the part that sends them meet: they are built apart, and run in one process. */
const held = globalThis as { awlbrightPagesWithoutDatabase?: Set<string> }
const pages = (held.awlbrightPagesWithoutDatabase ??= new Set<string>())

/** Says of a request, by its name, that what was asked for could not be drawn because the database is away. */
export const missedDatabase = (requestId: string): void => void pages.add(requestId)

/** The answer to a request is over: nothing of it is kept. */
export const forgetRequest = (requestId: string): void => void pages.delete(requestId)

/** Seconds after which a page that could not be drawn asks again by itself. */
const ASK_AGAIN_S = 5

/**
 * Answers 503 in place of 500 where a page could not be drawn for want of the database alone: it is there again in a moment, and what
 * watches the server, a proxy or a kept page tells that from a fault of the app.
 */
export function tellAwayFromBroken(response: ServerResponse, requestId: string): void {
  const writeHead = response.writeHead.bind(response) as (...args: unknown[]) => ServerResponse
  response.writeHead = (status: number, ...rest: unknown[]) => {
    if (status !== 500 || !pages.has(requestId)) return writeHead(status, ...rest)
    response.setHeader('retry-after', String(ASK_AGAIN_S))
    return writeHead(503, ...rest)
  }
}
