import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedJson } from '@/server/boundedBody'
import { call } from '@/server/useCase'
import { recordReadings } from '@/server/useCases/recordReadings'

const MAX_BYTES = 512 * 1024

/** Takes a batch of readings from an outbox and acknowledges each by itself. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    return Response.json(await call(recordReadings, appDatabase().db, actor, await boundedJson(request, MAX_BYTES)))
  })
}
