import { appDatabase } from '@/db/client'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { eventStream } from '@/server/eventStream'
import { jobOfActor } from '@/server/jobAccess'
import { onJobEvidence } from '@/server/jobEvents'

export const dynamic = 'force-dynamic'

/** Server-sent events: one “evidence” whenever something is added to the job, with the ids of readings where it is nothing else. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const job = await jobOfActor(appDatabase().db, actor, (await params).jobId)
    return eventStream(request, (send) => onJobEvidence(job.id, (readings) => send('evidence', { readings })))
  })
}
