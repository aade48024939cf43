import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { fileAnswer } from '@/server/fileAnswer'
import { call } from '@/server/useCase'
import { readCertificate } from '@/server/useCases/instruments'

/** The paper of a certificate, to be kept or printed: a browser is never asked to open it in the app's own place. */
export function GET(request: Request, { params }: { params: Promise<{ certificateId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const { db } = appDatabase()
    const paper = await call(readCertificate, db, await requireActor(), await params)
    return fileAnswer(db, paper, 'There is no such paper in your crew.')
  })
}
