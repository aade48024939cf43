import { appDatabase } from '@/db/client'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor, jobRecord } from '@/server/jobAccess'
import { labelsPdf } from '@/server/pack/labelsFile'

/** The job's labels in their true size as a PDF, as its record is now. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { db } = appDatabase()
    const row = await jobOfActor(db, actor, (await params).jobId)
    const bytes = await labelsPdf(await jobRecord(db, row))
    return new Response(bytes, { headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' } })
  })
}
