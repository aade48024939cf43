import { createServer } from 'node:http'
import next from 'next'
import { log } from './log'
import { staticFiles } from './staticFiles'
import { ADDRESS_HEADER, clientAddress, proxiesOf } from './throttle/clientAddress'

// The web server of the built app: `tsx src/server/web.ts HOST PORT`. It says to the routes who asks, which only the end of a connection can tell, and bounds
// how long a client may take to say what it wants.
const [hostname = '127.0.0.1', portText = '4310'] = process.argv.slice(2)
const port = Number(portText)
const proxies = proxiesOf(process.env.AWLBRIGHT_TRUSTED_PROXIES)

const app = next({ dev: false, hostname, port })
await app.prepare()
const handle = app.getRequestHandler()

const isStaticFile = staticFiles('.next/static')

const server = createServer((request, response) => {
  if (isStaticFile(request, response)) return
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

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    if (stopping) return
    stopping = true
    server.close()
    // event streams stay open for ever: they are made again by their screens
    server.closeAllConnections()
    void app.close().finally(() => process.exit(0))
  })
