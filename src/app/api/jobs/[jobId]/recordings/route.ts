import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedForm } from '@/server/boundedBody'
import { call } from '@/server/useCase'
import { RECORDING_UPLOAD_MAX_BYTES, addRecording } from '@/server/useCases/addRecording'

export function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const form = await boundedForm(request, RECORDING_UPLOAD_MAX_BYTES + 64 * 1024)
    const files = await Promise.all(
      form
        .getAll('file')
        .flatMap((file) => (file instanceof File ? [file] : []))
        .map(async (file) => ({ name: file.name.slice(0, 120), bytes: new Uint8Array(await file.arrayBuffer()) })),
    )
    const { jobId } = await params
    return Response.json(
      await call(addRecording, appDatabase().db, actor, {
        readingId: form.get('readingId'),
        jobId,
        pointKey: form.get('pointKey'),
        recordedAt: form.get('recordedAt'),
        files,
      }),
    )
  })
}
