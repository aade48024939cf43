import { createServer } from 'node:net'

/** A port of the loopback that nothing listens on now. */
export const freePort = (): Promise<number> =>
  new Promise((done, failed) => {
    const server = createServer()
    server.once('error', failed)
    server.listen(0, '127.0.0.1', () => {
      const address = server.address()
      server.close(() =>
        typeof address === 'object' && address ? done(address.port) : failed(new Error('no port was given')),
      )
    })
  })
