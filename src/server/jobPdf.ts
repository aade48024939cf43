import type { JobRecord } from '@/core/evidence/judge'
import { appDatabase } from '@/db/client'
import { authorise } from './access'
import { requireActor } from './actor'
import { answer } from './answer'
import { jobOfActor, jobRecord } from './jobAccess'

/** What stands on a paper beside the record. */
export interface PaperFacts {
  place: string
  crewName: string
}

/**
 * A paper of a job as a PDF, made from its record as it is now, for whoever may see the job.
 *
 * @param make writes the paper
 */
export const jobPdf = (
  request: Request,
  params: Promise<{ jobId: string }>,
  make: (record: JobRecord, facts: PaperFacts) => Promise<Uint8Array<ArrayBuffer>>,
): Promise<Response> =>
  answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { db } = appDatabase()
    const row = await jobOfActor(db, actor, (await params).jobId)
    const bytes = await make(await jobRecord(db, row), { place: row.place, crewName: actor.crewName })
    return new Response(bytes, { headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' } })
  })
