import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { jobOfActor } from '@/server/jobAccess'
import { call } from '@/server/useCase'
import { downloadPack } from '@/server/useCases/packs'
import { zipResponse } from '@/server/zipResponse'

export function GET(
  request: Request,
  { params }: { params: Promise<{ jobId: string; packId: string }> },
): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const input = await params
    const { db } = appDatabase()
    const { sha256 } = await call(downloadPack, db, actor, input)
    return zipResponse(db, sha256, (await jobOfActor(db, actor, input.jobId)).name, request.headers)
  })
}
