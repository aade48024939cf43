import { MAX_TABLE_BYTES } from '@/core/exchange/tableBounds'
import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedForm } from '@/server/boundedBody'
import { Problem } from '@/server/problem'
import { call } from '@/server/useCase'
import { importProfile } from '@/server/useCases/imports'

/** Takes in a year's series as a CSV file with the mapping of its columns. */
export function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const form = await boundedForm(request, MAX_TABLE_BYTES + 64 * 1024)
    const file = form.get('file')
    if (!(file instanceof Blob)) throw new Problem(400, 'No file was sent.')
    const { jobId } = await params
    let mapping: unknown
    try {
      mapping = JSON.parse(String(form.get('mapping') ?? 'null'))
    } catch {
      throw new Problem(400, 'The mapping of the columns is not JSON.')
    }
    return Response.json(
      await call(importProfile, appDatabase().db, actor, {
        jobId,
        kind: form.get('kind'),
        name: file instanceof File ? file.name.slice(0, 80) : 'profile.csv',
        csv: await file.text(),
        mapping,
      }),
    )
  })
}
