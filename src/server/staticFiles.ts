import type { IncomingMessage, ServerResponse } from 'node:http'
import sirv from 'sirv'

const PREFIX = '/_next/static'
const YEAR_S = 31_536_000

/**
 * Answers for scripts, styles and fonts of the built app, compressed when they were built: their names change with what they hold, so a browser keeps
 * them for good.
 *
 * @param folder the build's static files
 * @returns a handler that says whether the request was one of these
 */
export function staticFiles(folder: string): (request: IncomingMessage, response: ServerResponse) => boolean {
  const serve = sirv(folder, {
    brotli: true,
    etag: true,
    immutable: true,
    maxAge: YEAR_S,
    setHeaders: (response) => response.setHeader('x-content-type-options', 'nosniff'),
  })
  return (request, response) => {
    const { url = '' } = request
    if (!url.startsWith(`${PREFIX}/`) || (request.method !== 'GET' && request.method !== 'HEAD')) return false
    request.url = url.slice(PREFIX.length)
    serve(request, response, () => {
      response.statusCode = 404
      response.end()
    })
    return true
  }
}
