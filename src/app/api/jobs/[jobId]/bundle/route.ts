import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { call } from '@/server/useCase'
import { takeJobOut } from '@/server/useCases/transferJob'

/** A job with its pictures and recordings as one file, for another server of the crew. */
export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const { name, byteCount, stream } = await call(takeJobOut, appDatabase().db, await requireActor(), await params)
    return new Response(stream, {
      headers: {
        'content-type': 'application/zip',
        'content-length': String(byteCount),
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.job.zip`)}`,
        'cache-control': 'private, no-store',
      },
    })
  })
}
