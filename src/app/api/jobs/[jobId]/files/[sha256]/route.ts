import { appDatabase } from '@/db/client'
import { attachmentsOfJobs } from '@/db/queries/evidence'
import { fileFacts, fileStream } from '@/db/queries/files'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor } from '@/server/jobAccess'
import { Problem } from '@/server/problem'

/** A picture or recording of a job, for its crew. The address holds the digest, so a browser may keep it for good. */
export function GET(
  request: Request,
  { params }: { params: Promise<{ jobId: string; sha256: string }> },
): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    authorise(actor, 'viewJob')
    const { jobId, sha256 } = await params
    const { db } = appDatabase()
    const job = await jobOfActor(db, actor, jobId)
    const found = (await attachmentsOfJobs(db, [job.id])).find((attachment) => attachment.sha256 === sha256)
    const facts = found && (await fileFacts(db, sha256))
    if (!facts) throw new Problem(404, 'There is no such file in this job.')
    const inline = found.kind === 'picture'
    return new Response(fileStream(db, facts), {
      headers: {
        'content-type': inline ? found.mediaType : 'application/octet-stream',
        'content-length': String(found.byteCount),
        'cache-control': 'private, max-age=31536000, immutable',
        'content-disposition': `${inline ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(found.fileName)}`,
        'content-security-policy': "default-src 'none'",
      },
    })
  })
}
