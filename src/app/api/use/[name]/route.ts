import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedJson } from '@/server/boundedBody'
import { Problem } from '@/server/problem'
import { listReader } from '@/server/replica/listReader'
import { READ_HEADER, seenIn } from '@/server/replica/seenWrites'
import type { UseCaseName } from '@/server/access'
import { type AnyUseCase, callAny } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'

const MAX_BYTES = 256 * 1024

/** The use case of a name, where it takes JSON; files and batches have routes of their own. */
function jsonUseCase(asked: string): AnyUseCase {
  const useCase = Object.hasOwn(USE_CASES, asked) ? USE_CASES[asked as UseCaseName] : null
  if (useCase?.via !== 'json') throw new Problem(404, 'There is no such action.')
  return useCase
}

export function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const useCase = jsonUseCase((await params).name)
    const input = await boundedJson(request, useCase.mostBytes ?? MAX_BYTES)
    if (!useCase.mayLag) return Response.json(await callAny(useCase, appDatabase().db, actor, input))
    const db = await listReader(seenIn(request.headers.get('cookie')))
    const where = db === appDatabase().db ? 'primary' : 'replica'
    return Response.json(await callAny(useCase, db, actor, input), { headers: { [READ_HEADER]: where } })
  })
}
