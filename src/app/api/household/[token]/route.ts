import { appDatabase } from '@/db/client'
import { answer } from '@/server/answer'
import { boundedJson } from '@/server/boundedBody'
import { answerHousehold, requireHouseholdLink } from '@/server/household'
import { requireLinkTurn } from '@/server/throttle/linkThrottle'

/** Answers of the household, over its own link. */
export function POST(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return answer(request, async () => {
    requireLinkTurn(request.headers)
    const { token } = await params
    const { db } = appDatabase()
    // before the answers are read, so that nobody without a link can make the server hold them
    await requireHouseholdLink(db, token, request.headers)
    return Response.json(await answerHousehold(db, token, await boundedJson(request, 32 * 1024)))
  })
}
