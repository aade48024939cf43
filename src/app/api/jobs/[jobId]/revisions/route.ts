import { appDatabase } from '@/db/client'
import { planRevisionsOf } from '@/db/queries/planRevisions'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor } from '@/server/jobAccess'

/** The job's plans as they stood, newest first. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { db } = appDatabase()
    const job = await jobOfActor(db, actor, (await params).jobId)
    return Response.json(await planRevisionsOf(db, job.id))
  })
}
