import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { fileAnswer } from '@/server/fileAnswer'
import { call } from '@/server/useCase'
import { readLogo } from '@/server/useCases/habits'

/** The crew's logo as it is printed. The address carries its digest, so that another logo is another address. */
export function GET(request: Request): Promise<Response> {
  return answer(request, async () => {
    const { db } = appDatabase()
    const { sha256 } = await call(readLogo, db, await requireActor(), {})
    return fileAnswer(db, { sha256, fileName: 'logo.png' }, 'Your crew has no logo.')
  })
}
