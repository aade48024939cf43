import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedForm } from '@/server/boundedBody'
import { formFile } from '@/server/formFile'
import { call } from '@/server/useCase'
import { PAPER_MAX_BYTES, certifyInstrument } from '@/server/useCases/instruments'

/** A certificate of an instrument, with its paper where one is sent. */
export function POST(request: Request, { params }: { params: Promise<{ instrumentId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const form = await boundedForm(request, PAPER_MAX_BYTES + 64 * 1024)
    const paper = await formFile(form, 'file')
    return Response.json(
      await call(certifyInstrument, appDatabase().db, actor, {
        id: form.get('id'),
        instrumentId: (await params).instrumentId,
        calibratedOn: form.get('calibratedOn'),
        dueOn: form.get('dueOn'),
        number: form.get('number'),
        fileName: paper?.name ?? null,
        bytes: paper?.bytes ?? null,
      }),
    )
  })
}
