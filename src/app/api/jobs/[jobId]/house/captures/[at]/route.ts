import { appDatabase } from '@/db/client'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor } from '@/server/jobAccess'
import { Problem } from '@/server/problem'
import { captureOf } from '@/server/standIn'

/** What the recorder of a job's stand-in house kept, as a COMTRADE single file. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ jobId: string; at: string }> },
): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewHouse')
    const { jobId, at } = await params
    const job = await jobOfActor(appDatabase().db, actor, jobId)
    if (!/^\d{1,3}$/.test(at)) throw new Problem(404, 'The recorder kept no such capture.')
    const bytes = await captureOf(job.id, Number(at))
    return new Response(bytes, { headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' } })
  })
}
