import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { fileAnswer } from '@/server/fileAnswer'
import { call } from '@/server/useCase'
import { readEquipmentFile } from '@/server/useCases/equipment'

/** A document of the crew's library. */
export function GET(request: Request, { params }: { params: Promise<{ fileId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const { db } = appDatabase()
    const file = await call(readEquipmentFile, db, await requireActor(), await params)
    return fileAnswer(db, file, 'There is no such document in your crew’s library.')
  })
}
