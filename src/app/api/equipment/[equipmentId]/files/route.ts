import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedForm } from '@/server/boundedBody'
import { formFile } from '@/server/formFile'
import { call } from '@/server/useCase'
import { DOCUMENT_MAX_BYTES, addEquipmentFile } from '@/server/useCases/equipment'

/** A document of the maker for a piece of equipment in the crew's library. */
export function POST(request: Request, { params }: { params: Promise<{ equipmentId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const form = await boundedForm(request, DOCUMENT_MAX_BYTES + 64 * 1024)
    const given = await formFile(form, 'file')
    return Response.json(
      await call(addEquipmentFile, appDatabase().db, actor, {
        id: form.get('id'),
        equipmentId: (await params).equipmentId,
        label: form.get('label'),
        fileName: given?.name ?? null,
        bytes: given?.bytes ?? null,
      }),
    )
  })
}
