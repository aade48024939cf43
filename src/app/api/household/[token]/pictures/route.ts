import { appDatabase } from '@/db/client'
import { answer } from '@/server/answer'
import { boundedForm } from '@/server/boundedBody'
import { addHouseholdPicture, requireHouseholdLink } from '@/server/household'
import { Problem } from '@/server/problem'
import { requireLinkTurn } from '@/server/throttle/linkThrottle'
import { PICTURE_MAX_BYTES } from '@/server/pictures/preparePicture'

/** One picture from the household, over its own link. */
export function POST(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return answer(request, async () => {
    requireLinkTurn(request.headers)
    const { token } = await params
    const { db } = appDatabase()
    // before the upload is read, so that nobody without a link can make the server hold one
    await requireHouseholdLink(db, token, request.headers)
    const form = await boundedForm(request, PICTURE_MAX_BYTES + 64 * 1024)
    const file = form.get('file')
    if (!(file instanceof Blob)) throw new Problem(400, 'No picture was sent.')
    return Response.json(
      await addHouseholdPicture(db, token, {
        id: form.get('id'),
        subject: form.get('subject'),
        bytes: new Uint8Array(await file.arrayBuffer()),
      }),
    )
  })
}
