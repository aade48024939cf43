import { appDatabase } from '@/db/client'
import { authorise } from '@/server/access'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedForm } from '@/server/boundedBody'
import { formFile } from '@/server/formFile'
import { JOB_ZIP_MAX_BYTES } from '@/server/transfer/readJobZip'
import { call } from '@/server/useCase'
import { bringJobIn } from '@/server/useCases/transferJob'

/** A job's file, looked at or brought in. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    // so large a body is read for those alone who may bring one in
    authorise(actor, 'bringJobIn')
    const form = await boundedForm(request, JOB_ZIP_MAX_BYTES + 64 * 1024)
    const file = await formFile(form, 'file')
    return Response.json(
      await call(bringJobIn, appDatabase().db, actor, {
        newId: form.get('newId'),
        bytes: file?.bytes ?? null,
        look: form.get('look') !== 'no',
        plan: form.get('plan') ?? 'keep',
        trusted: form.get('trusted'),
      }),
    )
  })
}
