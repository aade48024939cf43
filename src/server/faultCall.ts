import * as yup from 'yup'
import { FAULT_CALL, type FaultAnswers, MOST_FAULT_WORDS, faultCallSubject } from '@/core/handover/faultCall'
import type { Db } from '@/db/client'
import { addAttachment } from '@/db/queries/evidence'
import { storePicture } from '@/db/queries/smallPictures'
import { addFaultCall, callOverLink, countFaultPicture, faultCallsSince } from '@/db/queries/handover'
import { id, lines } from '@/schemas/fields'
import { boundedJson } from './boundedBody'
import { customerPack } from './customerPack'
import { parseInput } from './parseInput'
import { preparePicture } from './pictures/preparePicture'
import { Problem, refuseConflict } from './problem'
import { linkWasClosed } from './throttle/linkThrottle'

const MOST_BYTES = 16 * 1024
const DAY_MS = 86_400_000
/** Calls that one link takes in a day: a household that is worried calls again, a script calls for ever. */
const MOST_A_DAY = 12
/** Pictures that one link takes for as long as it lasts. */
const MOST_PICTURES = 48

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

/** @throws Problem 404 for a link that opens nothing, which counts against who asked */
export async function requireCustomerLink(token: string, asked: Headers) {
  const found = await customerPack(token)
  if (found.state === 'open') return found
  linkWasClosed(asked)
  throw new Problem(404, 'This link does not work any more. Please telephone the crew.')
}

/**
 * Takes in a household's call over its link to a pack.
 *
 * @throws Problem 404 for a link that opens nothing, 422 for no answer at all, 429 for too many in a day
 */
export async function takeFaultCall(db: Db, token: string, request: Request): Promise<{ id: string }> {
  // before the answers are read, so that nobody without a link can make the server hold them
  const found = await requireCustomerLink(token, request.headers)
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

/**
 * Takes in one picture that belongs to a call, over the link that the call came over.
 *
 * @throws Problem 404 for a call that did not come over this link, 409 for another picture under the same id, 415 for a file that is no picture, 429 for more than a link takes
 */
export async function addFaultPicture(
  db: Db,
  { linkId, jobId }: { linkId: string; jobId: string },
  input: { id: unknown; callId: unknown; bytes: Uint8Array },
): Promise<void> {
  const schema = yup.object({ id: id('picture').required(), callId: id('call').required() })
  const { id: pictureId, callId } = parseInput(schema, { id: input.id, callId: input.callId })
  const link = await callOverLink(db, callId, linkId)
  if (!link) throw new Problem(404, 'The call that this picture belongs to has not arrived. Send it first.')
  // counted before it is looked at, so that files that are no pictures do not slip past the limit
  if (!(await countFaultPicture(db, linkId, MOST_PICTURES)))
    throw new Problem(429, 'Many pictures came over this link already. Please telephone the crew.')
  const picture = await preparePicture(input.bytes)
  await db.transaction(async (tx) => {
    const insertion = await addAttachment(tx, {
      id: pictureId,
      jobId,
      kind: 'picture',
      subject: faultCallSubject(callId),
      fileName: 'call.jpg',
      sha256: await storePicture(tx, picture),
      takenAt: picture.takenAt,
      addedBy: link.createdBy,
      byName: 'The household',
    })
    refuseConflict(insertion, 'picture')
  })
}
