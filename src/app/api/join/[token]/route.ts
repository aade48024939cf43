import { appDatabase } from '@/db/client'
import { personalLinkSchema } from '@/schemas/people'
import { answer } from '@/server/answer'
import { boundedJson } from '@/server/boundedBody'
import { redeemPersonalLink } from '@/server/crew/personalLinks'
import { signedIn } from '@/server/crew/signedIn'
import { parseInput } from '@/server/parseInput'
import { Problem } from '@/server/problem'
import { linkWasClosed, requireLinkTurn } from '@/server/throttle/linkThrottle'

const MOST_BYTES = 4096

/** Somebody uses a link of their own: they choose a password and are signed in. */
export function POST(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return answer(request, async () => {
    requireLinkTurn(request.headers)
    const { password } = parseInput(personalLinkSchema, await boundedJson(request, MOST_BYTES))
    try {
      const { email } = await redeemPersonalLink(appDatabase().db, (await params).token, password)
      return await signedIn(request, email, password)
    } catch (error) {
      if (error instanceof Problem && (error.status === 404 || error.status === 410)) linkWasClosed(request.headers)
      throw error
    }
  })
}
