import { appDatabase } from '@/db/client'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { eventStream } from '@/server/eventStream'
import { gatewayOf } from '@/server/gatewayAddress'
import { jobOfActor } from '@/server/jobAccess'
import { listenLive } from '@/server/live/liveValues'

export const dynamic = 'force-dynamic'

/** Server-sent events: the values of this moment from the job's gateway, to whoever has its settings or its outage open. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { db } = appDatabase()
    const job = await jobOfActor(db, actor, (await params).jobId)
    const address = await gatewayOf(db, job)
    return eventStream(request, (send) => listenLive(job.id, address, (told) => send(told.kind, told)))
  })
}
