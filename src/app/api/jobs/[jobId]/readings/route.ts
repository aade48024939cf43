import { appDatabase } from '@/db/client'
import { addedReadings } from '@/db/queries/evidence'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor } from '@/server/jobAccess'
import { askedReadings } from '@/server/readings/askedReadings'

/** Readings of a job by their ids, `?ids=a,b,c`: what a screen was told of and does not have yet. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { db } = appDatabase()
    const job = await jobOfActor(db, actor, (await params).jobId)
    const ids = askedReadings(new URL(request.url).searchParams.get('ids'))
    return Response.json(await addedReadings(db, job.id, ids))
  })
}
