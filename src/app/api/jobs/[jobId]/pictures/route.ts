import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { call } from '@/server/useCase'
import { pictureForm } from '@/server/pictures/pictureForm'
import { addPicture } from '@/server/useCases/addPicture'

export function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const { field, fileName, bytes } = await pictureForm(request)
    const { jobId } = await params
    return Response.json(
      await call(addPicture, appDatabase().db, actor, {
        id: field('id'),
        jobId,
        subject: field('subject'),
        fileName,
        takenAt: field('takenAt'),
        bytes,
      }),
    )
  })
}
