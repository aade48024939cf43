import * as yup from 'yup'
import { appDatabase } from '@/db/client'
import { firstCrewSchema } from '@/schemas/people'
import { words } from '@/schemas/fields'
import { answer } from '@/server/answer'
import { boundedJson } from '@/server/boundedBody'
import { ALREADY_MADE, makeFirstCrew } from '@/server/crew/firstCrew'
import { comesFromThisMachine, isFirstRunCode, waitsForFirstCrew } from '@/server/crew/firstRun'
import { signedIn } from '@/server/crew/signedIn'
import { parseInput } from '@/server/parseInput'
import { Problem } from '@/server/problem'
import { linkWasClosed, requireLinkTurn } from '@/server/throttle/linkThrottle'

const MOST_BYTES = 4096
const schema = firstCrewSchema.concat(yup.object({ code: words('Code', 80).default('') }))

/** The first lead makes the crew: from the machine itself, or with the code that the start printed. */
export function POST(request: Request): Promise<Response> {
  return answer(request, async () => {
    requireLinkTurn(request.headers)
    if (!(await waitsForFirstCrew())) throw new Problem(409, ALREADY_MADE)
    const { code, ...input } = parseInput(schema, await boundedJson(request, MOST_BYTES))
    if (!comesFromThisMachine(request.headers) && !isFirstRunCode(code)) {
      linkWasClosed(request.headers)
      const message = 'That is not the code. It stands in the window where the server was started.'
      throw new Problem(403, message, [{ path: 'code', message }])
    }
    const { email } = await makeFirstCrew(appDatabase().db, input)
    return signedIn(request, email, input.password)
  })
}
