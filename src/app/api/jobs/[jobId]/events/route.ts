import { appDatabase } from '@/db/client'
import { authorise } from '@/server/access'
import { requireActor, sessionHolds } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor } from '@/server/jobAccess'
import { onJobEvidence } from '@/server/jobEvents'

export const dynamic = 'force-dynamic'
const KEEP_ALIVE_MS = 20_000

/** Server-sent events: one “evidence” whenever something is added to the job, with the ids of readings where it is nothing else. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const job = await jobOfActor(appDatabase().db, actor, (await params).jobId)
    const encoder = new TextEncoder()
    let stop = () => {}
    const stream = new ReadableStream<Uint8Array>({
      start(controller) {
        const send = (text: string) => {
          try {
            controller.enqueue(encoder.encode(text))
          } catch {
            stop()
          }
        }
        const off = onJobEvidence(job.id, (readings) =>
          send(`event: evidence\ndata: ${JSON.stringify({ readings })}\n\n`),
        )
        const look = async () => {
          // whoever signed out, or was signed out, hears nothing more
          if (await sessionHolds(request.headers)) send(': still here\n\n')
          else end()
        }
        const alive = setInterval(() => void look(), KEEP_ALIVE_MS)
        stop = () => {
          off()
          clearInterval(alive)
        }
        send('event: ready\ndata: {}\n\n')
        const end = () => {
          stop()
          try {
            controller.close()
          } catch {
            // the reader went first
          }
        }
        request.signal.addEventListener('abort', end)
      },
      cancel: () => stop(),
    })
    return new Response(stream, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
    })
  })
}
