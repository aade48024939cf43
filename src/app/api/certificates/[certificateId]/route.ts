import { appDatabase } from '@/db/client'
import { fileFacts, fileStream } from '@/db/queries/files'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { Problem } from '@/server/problem'
import { call } from '@/server/useCase'
import { readCertificate } from '@/server/useCases/instruments'

/** The paper of a certificate, to be kept or printed: a browser is never asked to open it in the app's own place. */
export function GET(request: Request, { params }: { params: Promise<{ certificateId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const { db } = appDatabase()
    const { sha256, fileName } = await call(readCertificate, db, actor, await params)
    const facts = await fileFacts(db, sha256)
    if (!facts) throw new Problem(404, 'There is no such paper in your crew.')
    return new Response(fileStream(db, facts), {
      headers: {
        'content-type': facts.mediaType,
        'content-length': String(facts.byteCount),
        'cache-control': 'private, max-age=31536000, immutable',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
        'content-security-policy': "default-src 'none'",
        'x-content-type-options': 'nosniff',
      },
    })
  })
}
