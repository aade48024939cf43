import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { FIRST_WORD_TEXT, HOUSEHOLD_PICTURES, HOUSEHOLD_QUESTIONS } from '@/core/plan/household'
import type { Db } from '@/db/client'
import { addAttachment } from '@/db/queries/evidence'
import { storePicture } from '@/db/queries/smallPictures'
import {
  addHouseholdAnswers,
  countPicture,
  householdAnswersOf,
  householdByTokenHash,
  householdSent,
  lockHouseholdLink,
} from '@/db/queries/household'
import { lines } from '@/schemas/fields'
import { linkWasClosed } from './throttle/linkThrottle'
import { parseInput } from './parseInput'
import { Problem, refuseConflict } from './problem'
import { preparePicture } from './pictures/preparePicture'
import { tokenHash } from './useCases/packs'

// What a household's token may do. It opens the questions of one job, while the link lasts and has not been withdrawn, and shows
// nothing of the job but its name and the confirmed first word.

const MOST_PICTURES = 40
const MOST_ANSWERS = 200
const CLOSED = {
  unknown: 'This link does not work. Ask the crew for it once more.',
  withdrawn: 'This link was withdrawn. Ask the crew.',
  expired: 'This link has run out. Ask the crew for a new one.',
} as const

async function openLink(db: Db, token: string) {
  if (!/^[A-Za-z0-9_-]{32}$/.test(token)) return { state: 'unknown' as const }
  const found = await householdByTokenHash(db, tokenHash(token))
  if (!found) return { state: 'unknown' as const }
  if (found.link.withdrawnAt !== null) return { state: 'withdrawn' as const }
  if (new Date(found.link.expiresAt).getTime() <= Date.now()) return { state: 'expired' as const }
  return { state: 'open' as const, ...found }
}

/** @throws Problem 404 or 410 for a token that opens nothing (any more), which counts against who asked */
export async function requireHouseholdLink(db: Db, token: string, asked: Headers | null = null) {
  const found = await openLink(db, token)
  if (found.state !== 'open' && asked) linkWasClosed(asked)
  if (found.state !== 'open') throw new Problem(found.state === 'unknown' ? 404 : 410, CLOSED[found.state])
  return found
}

export interface HouseholdView {
  linkId: string
  jobName: string
  crewName: string
  answers: Record<string, string>
  pictures: number
  firstWord: { text: string; because: string } | null
}

/** What the household's page shows, or why the link is closed. */
export async function householdView(
  db: Db,
  token: string,
): Promise<{ state: 'open'; view: HouseholdView } | { state: keyof typeof CLOSED; message: string }> {
  const found = await openLink(db, token)
  if (found.state !== 'open') return { state: found.state, message: CLOSED[found.state] }
  const { link, job, crewName } = found
  const [answers, sent] = await Promise.all([householdAnswersOf(db, job.id), householdSent(db, link.id)])
  return {
    state: 'open',
    view: {
      linkId: link.id,
      jobName: job.name,
      crewName,
      answers: Object.fromEntries(answers.map(({ question, answer }) => [question, answer])),
      pictures: sent.pictures,
      firstWord:
        job.firstWord === null ? null : { text: FIRST_WORD_TEXT[job.firstWord], because: job.firstWordBecause ?? '' },
    },
  }
}

const answersInput = yup.object({
  answers: yup
    .object(
      Object.fromEntries(
        HOUSEHOLD_QUESTIONS.map(({ key, question, options }) => [
          key,
          options
            ? yup
                .string()
                .strict()
                .oneOf(['', ...Object.keys(options)], `“${question}” has another set of answers`)
                .optional()
            : lines(question, 600).optional(),
        ]),
      ),
    )
    .required(),
})

/** Takes in the household's answers; what is no question is dropped, and an answer that says the same as before is not written again. */
export async function answerHousehold(db: Db, token: string, input: unknown): Promise<{ stored: number }> {
  const { link, job } = await requireHouseholdLink(db, token)
  const { answers } = parseInput(answersInput, input) as { answers: Record<string, string | undefined> }
  return db.transaction((tx) => storeAnswers(tx, { linkId: link.id, jobId: job.id }, answers))
}

/** Under the link's row lock, so that answers sent at once are counted one after the other. */
async function storeAnswers(
  db: Db,
  { linkId, jobId }: { linkId: string; jobId: string },
  answers: Record<string, string | undefined>,
): Promise<{ stored: number }> {
  await lockHouseholdLink(db, linkId)
  const standing = new Map((await householdAnswersOf(db, jobId)).map(({ question, answer }) => [question, answer]))
  const fresh = Object.entries(answers).filter(
    (entry): entry is [string, string] => !!entry[1]?.trim() && standing.get(entry[0]) !== entry[1],
  )
  if ((await householdSent(db, linkId)).answers + fresh.length > MOST_ANSWERS)
    throw new Problem(429, 'Many answers were sent over this link already. Please call the crew.')
  if (fresh.length > 0)
    await addHouseholdAnswers(
      db,
      fresh.map(([question, answer]) => ({ id: uuidv7(), jobId, linkId, question, answer })),
    )
  return { stored: fresh.length }
}

/** Takes in one picture from the household, kept under the thing it shows. */
export async function addHouseholdPicture(
  db: Db,
  token: string,
  input: { id: unknown; subject: unknown; bytes: Uint8Array },
): Promise<{ pictures: number }> {
  const { link, job } = await requireHouseholdLink(db, token)
  const { id, subject } = parseInput(
    yup.object({
      id: yup
        .string()
        .strict()
        .matches(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/, 'The picture has no id')
        .required(),
      subject: yup
        .string()
        .strict()
        .oneOf(
          HOUSEHOLD_PICTURES.map(({ key }) => key),
          'Say what the picture shows',
        )
        .required(),
    }),
    { id: input.id, subject: input.subject },
  )
  // counted before it is looked at, so that pictures sent at once, or no pictures at all, do not slip past the limit
  if (!(await countPicture(db, link.id, MOST_PICTURES)))
    throw new Problem(429, `${MOST_PICTURES} pictures were sent already; that is all this link takes.`)
  const picture = await preparePicture(input.bytes)
  await db.transaction(async (tx) => {
    const sha256 = await storePicture(tx, picture)
    const insertion = await addAttachment(tx, {
      id,
      jobId: job.id,
      kind: 'picture',
      subject: `household.${subject}`,
      fileName: `${subject}.jpg`,
      sha256,
      takenAt: picture.takenAt,
      addedBy: link.createdBy,
      byName: 'The household',
      householdLinkId: link.id,
    })
    refuseConflict(insertion, 'picture')
  })
  return { pictures: (await householdSent(db, link.id)).pictures }
}
