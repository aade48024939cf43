import { createServer } from 'node:net'
import { Aedes } from 'aedes'

export interface Broker {
  port: number
  publish: (topic: string, message: object, retain: boolean) => void
  close: () => Promise<void>
}

const MOST_CLIENTS = 64
const MOST_PACKET_BYTES = 64 * 1024

/** A broker on the loopback over which the gateways push; whoever connects may listen and never publish. */
export async function openBroker(port: number): Promise<Broker> {
  const broker = await Aedes.createBroker({
    concurrency: 100,
    maxClientsIdLength: 64,
    preConnect: (_client, _packet, done) => done(null, broker.connectedClients < MOST_CLIENTS),
    authorizePublish: (_client, _packet, done) => done(new Error('Only the stand-in publishes here.')),
  })
  const server = createServer((socket) => {
    let bytes = 0
    // listeners say little: whoever floods is put out
    socket.on('data', (chunk) => {
      bytes += chunk.length
      if (bytes > MOST_PACKET_BYTES) socket.destroy()
    })
    socket.on('error', () => {})
    broker.handle(socket)
  })
  broker.on('clientError', () => {})
  broker.on('connectionError', () => {})
  await new Promise<void>((ready, failed) => {
    server.once('error', failed)
    server.listen(port, '127.0.0.1', ready)
  })
  return {
    port: (server.address() as { port: number }).port,
    publish: (topic, message, retain) =>
      broker.publish(
        { cmd: 'publish', topic, payload: Buffer.from(JSON.stringify(message)), qos: 0, retain, dup: false },
        () => {},
      ),
    close: () =>
      new Promise((done) => {
        broker.close(() => server.close(() => done()))
      }),
  }
}
