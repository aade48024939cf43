import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedForm } from '@/server/boundedBody'
import { Problem } from '@/server/problem'
import { call } from '@/server/useCase'
import { PICTURE_MAX_BYTES } from '@/server/pictures/preparePicture'
import { addPicture } from '@/server/useCases/addPicture'

export function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const form = await boundedForm(request, PICTURE_MAX_BYTES + 64 * 1024)
    const file = form.get('file')
    if (!(file instanceof Blob)) throw new Problem(400, 'No picture was sent.')
    const { jobId } = await params
    return Response.json(
      await call(addPicture, appDatabase().db, actor, {
        id: form.get('id'),
        jobId,
        subject: form.get('subject'),
        fileName: file instanceof File ? file.name : 'picture.jpg',
        takenAt: form.get('takenAt'),
        bytes: new Uint8Array(await file.arrayBuffer()),
      }),
    )
  })
}
