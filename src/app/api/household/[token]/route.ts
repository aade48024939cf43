import { appDatabase } from '@/db/client'
import { answer } from '@/server/answer'
import { boundedJson } from '@/server/boundedBody'
import { answerHousehold } from '@/server/household'

/** Answers of the household, over its own link. */
export function POST(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return answer(request, async () =>
    Response.json(await answerHousehold(appDatabase().db, (await params).token, await boundedJson(request, 32 * 1024))),
  )
}
