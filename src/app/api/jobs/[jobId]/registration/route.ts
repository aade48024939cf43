import { appDatabase } from '@/db/client'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor, jobRecord } from '@/server/jobAccess'
import { registrationPdf } from '@/server/pack/registrationFile'

/** What a registration asks for, filled from the job's record, as a PDF. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { db } = appDatabase()
    const row = await jobOfActor(db, actor, (await params).jobId)
    const facts = { place: row.place, crewName: actor.crewName }
    const bytes = await registrationPdf(await jobRecord(db, row), facts)
    return new Response(bytes, { headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' } })
  })
}
