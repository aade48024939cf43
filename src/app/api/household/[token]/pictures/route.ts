import { appDatabase } from '@/db/client'
import { answer } from '@/server/answer'
import { addHouseholdPicture, requireHouseholdLink } from '@/server/household'
import { requireLinkTurn } from '@/server/throttle/linkThrottle'
import { pictureForm } from '@/server/pictures/pictureForm'

/** One picture from the household, over its own link. */
export function POST(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return answer(request, async () => {
    requireLinkTurn(request.headers)
    const { token } = await params
    const { db } = appDatabase()
    // before the upload is read, so that nobody without a link can make the server hold one
    await requireHouseholdLink(db, token, request.headers)
    const { field, bytes } = await pictureForm(request)
    return Response.json(
      await addHouseholdPicture(db, token, {
        id: field('id'),
        subject: field('subject'),
        bytes,
      }),
    )
  })
}
