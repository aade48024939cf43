import { Problem } from './problem'
import { log } from './log'

const SAME_ORIGIN = new Set(['same-origin', 'none'])

/** Runs a route's work and turns what goes wrong into an answer: problems in their own words, everything else without its insides. */
export async function answer(request: Request, work: () => Promise<Response>): Promise<Response> {
  try {
    const site = request.headers.get('sec-fetch-site')
    if (request.method !== 'GET' && site !== null && !SAME_ORIGIN.has(site))
      throw new Problem(403, 'Requests from other sites are not taken.')
    return await work()
  } catch (error) {
    if (error instanceof Problem)
      return Response.json({ message: error.message, issues: error.issues }, { status: error.status })
    const away = isDatabaseAway(error)
    log.error(
      {
        name: error instanceof Error ? error.name : typeof error,
        code: codeOf(error),
        path: new URL(request.url).pathname,
      },
      'request failed',
    )
    return Response.json(
      {
        message: away
          ? 'The database does not answer. What you entered is kept on this device and sent later.'
          : 'Something went wrong on the server. Nothing was stored; try again.',
        issues: [],
      },
      { status: away ? 503 : 500 },
    )
  }
}

function codeOf(error: unknown): string | null {
  for (let at: unknown = error; at instanceof Error; at = at.cause)
    if ('code' in at && typeof at.code === 'string') return at.code
  return null
}

export const isDatabaseAway = (error: unknown): boolean => {
  const code = codeOf(error)
  return (
    (code !== null && /^(ECONN|ETIMEDOUT|57P0|53300|08)/.test(code)) ||
    (error instanceof Error &&
      /timeout exceeded when trying to connect|Connection terminated/.test(String(error.cause ?? error)))
  )
}
