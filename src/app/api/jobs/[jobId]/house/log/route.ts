import { appDatabase } from '@/db/client'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor } from '@/server/jobAccess'
import { logOf } from '@/server/standIn'

/** What the logger of a job's stand-in house kept, a row each second. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewHouse')
    const job = await jobOfActor(appDatabase().db, actor, (await params).jobId)
    return new Response(await logOf(job.id), {
      headers: { 'content-type': 'text/csv; charset=utf-8', 'cache-control': 'no-store' },
    })
  })
}
