import { sessionHolds } from './actor'

const KEEP_ALIVE_MS = 20_000
/** Events that may wait for a slow reader; with more the connection is ended. */
const MOST_WAITING = 64

/** Sends one event: its name and what it says. */
export type SendEvent = (event: string, data: object) => void

/**
 * Answers with server-sent events for as long as somebody listens and is signed in.
 *
 * @param begin starts the sending; answers with the way to stop it
 */
export function eventStream(request: Request, begin: (send: SendEvent) => () => void): Response {
  const encoder = new TextEncoder()
  let stop = () => {}
  const stream = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        const put = (text: string) => {
          try {
            controller.enqueue(encoder.encode(text))
          } catch {
            stop()
          }
        }
        const end = () => {
          stop()
          try {
            controller.close()
          } catch {
            // the reader went first
          }
        }
        const send: SendEvent = (event, data) => {
          // a phone that sleeps with its connection open must not fill the server's memory; it asks anew when it wakes
          if ((controller.desiredSize ?? 0) < -MOST_WAITING) end()
          else put(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
        }
        const look = async () => {
          // whoever signed out, or was signed out, hears nothing more
          if (await sessionHolds(request.headers)) put(': still here\n\n')
          else end()
        }
        const alive = setInterval(() => void look(), KEEP_ALIVE_MS)
        const off = begin(send)
        stop = () => {
          off()
          clearInterval(alive)
        }
        send('ready', {})
        request.signal.addEventListener('abort', end)
      },
      cancel: () => stop(),
    },
    new CountQueuingStrategy({ highWaterMark: 1 }),
  )
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  })
}
