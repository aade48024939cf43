import { appDatabase } from '@/db/client'
import { profileSamples } from '@/db/queries/profiles'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor } from '@/server/jobAccess'
import { Problem } from '@/server/problem'

const UUID = /^[0-9a-f-]{36}$/

/** A series' samples as little-endian 32-bit floats; a series never changes under its id. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ jobId: string; profileId: string }> },
): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { jobId, profileId } = await params
    const { db } = appDatabase()
    const job = await jobOfActor(db, actor, jobId)
    const samples = UUID.test(profileId) ? await profileSamples(db, job.id, profileId) : null
    if (!samples) throw new Problem(404, 'There is no such series in this job.')
    return new Response(new Uint8Array(samples), {
      headers: { 'content-type': 'application/octet-stream', 'cache-control': 'private, max-age=31536000, immutable' },
    })
  })
}
