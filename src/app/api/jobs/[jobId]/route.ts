import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { call } from '@/server/useCase'
import { viewJob } from '@/server/useCases/jobs'

export function GET(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () =>
    Response.json(await call(viewJob, appDatabase().db, await requireActor(), await params)),
  )
}
