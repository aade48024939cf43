import { randomUUID } from 'node:crypto'
import { type IncomingMessage, type ServerResponse, createServer } from 'node:http'
import next from 'next'
import { log, withoutTokens } from './log'
import { REQUEST_ID_HEADER } from './requestId'
import { staticFiles } from './staticFiles'
import { ADDRESS_HEADER, DIRECT_HEADER, clientAddress, isDirect, proxiesOf } from './throttle/clientAddress'
import { metricsOf } from './watch/metrics'
import { forgetRequest, tellAwayFromBroken } from './watch/pagesWithoutDatabase'

// The web server of the built app: `tsx src/server/web.ts HOST PORT`. It says to the routes who asks, which only the end of a connection can tell, and bounds
// how long a client may take to say what it wants.
const [hostname = '127.0.0.1', portText = '4310'] = process.argv.slice(2)
const port = Number(portText)
const proxies = proxiesOf(process.env.AWLBRIGHT_TRUSTED_PROXIES)

const app = next({ dev: false, hostname, port })
await app.prepare()
const handle = app.getRequestHandler()

const isStaticFile = staticFiles('.next/static')

/** Answers that are under way. */
const answering = new Set<ServerResponse>()
const isEventStream = (response: ServerResponse) =>
  String(response.getHeader('content-type') ?? '').startsWith('text/event-stream')

const metrics = metricsOf(process.env.AWLBRIGHT_METRICS_TOKEN)

/** Names a request, and notes what became of it: how long, with which outcome, and never by whom or with what. */
function watch(request: IncomingMessage, response: ServerResponse): void {
  const { method = '' } = request
  const path = (request.url ?? '').split('?')[0] ?? ''
  const id = randomUUID()
  request.headers[REQUEST_ID_HEADER] = id
  response.setHeader(REQUEST_ID_HEADER, id)
  tellAwayFromBroken(response, id)
  const began = performance.now()
  response.once('close', () => {
    answering.delete(response)
    forgetRequest(id)
    const ms = Math.round(performance.now() - began)
    const { statusCode: status } = response
    // a stream of events is no answer that took long
    if (!isEventStream(response)) metrics.answered(method, path, status, ms / 1000)
    const level = status >= 500 ? 'warn' : status >= 400 || method !== 'GET' ? 'info' : 'debug'
    log[level]({ id, method, path: withoutTokens(path), status, ms }, 'answered')
  })
}

const server = createServer((request, response) => {
  answering.add(response)
  watch(request, response)
  if (metrics.isMetrics(request, response)) return
  if (isStaticFile(request, response)) return
  if (isDirect(request.headers)) request.headers[DIRECT_HEADER] = 'yes'
  else delete request.headers[DIRECT_HEADER]
  const forwarded = request.headers['x-forwarded-for']
  request.headers[ADDRESS_HEADER] = clientAddress(
    request.socket.remoteAddress,
    Array.isArray(forwarded) ? forwarded.join(',') : forwarded,
    proxies,
  )
  void handle(request, response)
})
server.headersTimeout = 15_000
// a picture over a slow line takes its time
server.requestTimeout = 180_000
server.listen(port, hostname, () => log.info({ hostname, port }, 'web server is ready'))

/** How long what is under way may take to end, once the server is asked to stop. */
const PATIENCE_MS = 8000

/** Takes nothing new, lets what is under way come to its end, and ends what never does. */
async function finish(): Promise<void> {
  const idle = new Promise<void>((done) => server.close(() => done()))
  // event streams stay open for ever: they are made again by their screens
  for (const response of answering) if (isEventStream(response)) response.destroy()
  server.closeIdleConnections()
  const late = setTimeout(() => server.closeAllConnections(), PATIENCE_MS)
  await idle
  clearTimeout(late)
  await app.close()
}

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    if (stopping) return
    stopping = true
    void finish().finally(() => process.exit(0))
  })
