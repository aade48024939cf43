import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedJson } from '@/server/boundedBody'
import { takeEntries } from '@/server/takeEntries'
import { call } from '@/server/useCase'
import { recordReadings } from '@/server/useCases/recordReadings'

/** A wiring is the largest thing that is sent as one entry. */
const MAX_BYTES = 2 * 1024 * 1024

/** Takes a batch of entries from an outbox and acknowledges each by itself. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const { db } = appDatabase()
    const body: unknown = await boundedJson(request, MAX_BYTES)
    // a device that has not loaded the app anew for weeks sends bare readings; they are as good as any
    const bare = typeof body === 'object' && body !== null && 'readings' in body
    return Response.json(bare ? await call(recordReadings, db, actor, body) : await takeEntries(db, actor, body))
  })
}
