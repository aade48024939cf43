import { appDatabase } from '@/db/client'
import { answer } from '@/server/answer'
import { customerPack } from '@/server/customerPack'
import { Problem } from '@/server/problem'
import { linkWasClosed, requireLinkTurn } from '@/server/throttle/linkThrottle'
import { zipResponse } from '@/server/zipResponse'

/** The sealed pack behind a customer's link. */
export function GET(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return answer(request, async () => {
    requireLinkTurn(request.headers)
    const found = await customerPack((await params).token)
    if (found.state !== 'open') linkWasClosed(request.headers)
    if (found.state !== 'open') throw new Problem(404, 'This link does not work. Ask the crew for a new one.')
    return zipResponse(appDatabase().db, found.sha256, found.jobName, request.headers)
  })
}
