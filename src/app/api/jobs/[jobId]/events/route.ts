import { appDatabase } from '@/db/client'
import { standingCounts } from '@/db/queries/evidence'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { eventStream } from '@/server/eventStream'
import { jobOfActor } from '@/server/jobAccess'
import { listening, onJobEvidence } from '@/server/jobEvents'
import { faultOf, log } from '@/server/log'

export const dynamic = 'force-dynamic'

/**
 * Server-sent events: first, once nothing is missed any more, one “standing” with how much is on record by now; then one “evidence” whenever something is
 * added to the job, with the ids of readings where it is nothing else.
 */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { db } = appDatabase()
    const job = await jobOfActor(db, actor, (await params).jobId)
    return eventStream(request, (send) => {
      const off = onJobEvidence(job.id, (readings) => send('evidence', { readings }))
      void listening()
        .then(async () => send('standing', await standingCounts(db, job.id)))
        .catch((error: unknown) => log.warn(faultOf(error), 'not told how much is on record'))
      return off
    })
  })
}
