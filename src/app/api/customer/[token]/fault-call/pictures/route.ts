import { appDatabase } from '@/db/client'
import { answer } from '@/server/answer'
import { addFaultPicture, requireCustomerLink } from '@/server/faultCall'
import { pictureForm } from '@/server/pictures/pictureForm'
import { requireLinkTurn } from '@/server/throttle/linkThrottle'

/** A picture of a fault call of the household, over its link to a pack. */
export function POST(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return answer(request, async () => {
    requireLinkTurn(request.headers)
    // before the upload is read, so that nobody without a link can make the server hold one
    const link = await requireCustomerLink((await params).token, request.headers)
    const { field, bytes } = await pictureForm(request)
    await addFaultPicture(appDatabase().db, link, { id: field('id'), callId: field('callId'), bytes })
    return Response.json({ stored: true })
  })
}
