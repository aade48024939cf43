import * as yup from 'yup'
import { FAULT_CALL, type FaultAnswers, MOST_FAULT_WORDS } from '@/core/handover/faultCall'
import type { Db } from '@/db/client'
import { addFaultCall, faultCallsSince } from '@/db/queries/handover'
import { id, lines } from '@/schemas/fields'
import { boundedJson } from './boundedBody'
import { customerPack } from './customerPack'
import { parseInput } from './parseInput'
import { Problem, refuseConflict } from './problem'
import { linkWasClosed } from './throttle/linkThrottle'

const MOST_BYTES = 16 * 1024
const DAY_MS = 86_400_000
/** Calls that one link takes in a day: a household that is worried calls again, a script calls for ever. */
const MOST_A_DAY = 12

const input = yup.object({
  id: id().required(),
  answers: yup
    .object(
      Object.fromEntries(
        FAULT_CALL.map(({ key, question, answers }) => [
          key,
          answers
            ? yup.string().strict().oneOf(Object.keys(answers), `“${question}” has another set of answers`).optional()
            : lines(question, MOST_FAULT_WORDS).optional(),
        ]),
      ),
    )
    .required(),
})

/**
 * Takes in a household's call over its link to a pack.
 *
 * @throws Problem 404 for a link that opens nothing, 422 for no answer at all, 429 for too many in a day
 */
export async function takeFaultCall(db: Db, token: string, request: Request): Promise<{ id: string }> {
  // before the answers are read, so that nobody without a link can make the server hold them
  const found = await customerPack(token)
  if (found.state !== 'open') {
    linkWasClosed(request.headers)
    throw new Problem(404, 'This link does not work any more. Please telephone the crew.')
  }
  const body = await boundedJson(request, MOST_BYTES)
  const { id: callId, answers } = parseInput(input, body) as { id: string; answers: FaultAnswers }
  const given = Object.fromEntries(Object.entries(answers).filter(([, answer]) => answer?.trim())) as FaultAnswers
  if (Object.keys(given).length === 0) throw new Problem(422, 'Answer one question at least.')
  if ((await faultCallsSince(db, found.linkId, new Date(Date.now() - DAY_MS).toISOString())) >= MOST_A_DAY)
    throw new Problem(429, 'Many calls came over this link today. Please telephone the crew.')
  refuseConflict(
    await addFaultCall(db, { id: callId, jobId: found.jobId, linkId: found.linkId, answers: given }),
    'call',
  )
  return { id: callId }
}
