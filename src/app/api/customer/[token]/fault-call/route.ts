import { appDatabase } from '@/db/client'
import { answer } from '@/server/answer'
import { takeFaultCall } from '@/server/faultCall'
import { requireLinkTurn } from '@/server/throttle/linkThrottle'

/** A fault call of the household, over its link to a pack. */
export function POST(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return answer(request, async () => {
    requireLinkTurn(request.headers)
    const { token } = await params
    return Response.json(await takeFaultCall(appDatabase().db, token, request))
  })
}
