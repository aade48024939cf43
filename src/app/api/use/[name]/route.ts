import { appDatabase } from '@/db/client'
import { requireActor } from '@/server/actor'
import { answer } from '@/server/answer'
import { boundedJson } from '@/server/boundedBody'
import { Problem } from '@/server/problem'
import { type UseCase, call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'

/** Use cases that take JSON; files and streams have routes of their own. */
const BY_JSON = [
  'createJob',
  'changeJob',
  'saveItem',
  'removeItem',
  'choosePlan',
  'saveSurveyItem',
  'removeSurveyItem',
  'saveFitItems',
  'removeFitItem',
  'replaceComponent',
  'saveWiring',
  'setCoreColours',
  'readMeter',
  'rehearseLoad',
  'importLoads',
  'removeProfile',
  'makeHouseholdLink',
  'withdrawHouseholdLink',
  'confirmFirstWord',
  'readGateway',
  'overrideHold',
  'requestPack',
  'makeCustomerLink',
  'withdrawCustomerLink',
] as const
const MAX_BYTES = 256 * 1024
/** A wiring is the largest thing that is sent as one piece. */
const MOST_BYTES: Partial<Record<(typeof BY_JSON)[number], number>> = { saveWiring: 2 * 1024 * 1024 }

export function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  return answer(request, async () => {
    const actor = await requireActor()
    const asked = (await params).name
    const name = BY_JSON.find((known) => known === asked)
    if (!name) throw new Problem(404, 'There is no such action.')
    const input = await boundedJson(request, MOST_BYTES[name] ?? MAX_BYTES)
    return Response.json(
      await call(USE_CASES[name] as unknown as UseCase<unknown, unknown>, appDatabase().db, actor, input),
    )
  })
}
