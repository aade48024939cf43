import * as yup from 'yup'
import { type Bench, benchOf, pointsToShow } from '@/core/evidence/bench'
import { REVIEW_WORDS, pointAsSeen } from '@/core/handover/review'
import { SIGNING_CAPACITIES, handoverDigest, isDrawing } from '@/core/handover/signature'
import type { Db } from '@/db/client'
import { addFaultCallAnswer, addReview, addSignature, faultCallsOfJob } from '@/db/queries/handover'
import { choice, id, required, words } from '@/schemas/fields'
import { SIGNS_AS, signedBy } from '../access'
import { jobOfActor, jobRecord } from '../jobAccess'
import { Problem, refuseConflict } from '../problem'
import { defineUseCase } from '../useCase'

const CHANGED = 'It changed since you looked. Look at it as it stands now, then say it again.'
/** Most points that are said the same of at once. */
const MOST_POINTS = 400

/** A checker goes over points: agrees with them as they stand, or sends one back with a word. Nobody checks what they recorded themselves. */
export const reviewPoints = defineUseCase({
  name: 'reviewPoints',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    word: choice('Word', REVIEW_WORDS).required(required('Word')),
    note: words('Why', 500).nullable().default(null),
    points: yup
      .array(
        yup.object({
          id: id().required(),
          pointKey: words('Point', 200).required(required('Point')),
          saw: words('What was seen', 400).required(required('What was seen')),
        }),
      )
      .min(1, 'Name a point')
      .max(MOST_POINTS, `At most ${MOST_POINTS} points at a time`)
      .required(),
  }),
  run: async (db, actor, { jobId, word, note, points }) => {
    const row = await jobOfActor(db, actor, jobId)
    if (word === 'sentBack' && (note ?? '').trim().length < 5)
      throw new Problem(422, 'Say in a few words why it is sent back.', [{ path: 'note', message: 'Say why.' }])
    const record = await jobRecord(db, row)
    const bench = benchOf(record)
    const own = new Set(
      bench.context.readings.filter(({ recordedBy }) => recordedBy === actor.userId).map(({ pointKey }) => pointKey),
    )
    for (const { pointKey, saw } of points) {
      if (!bench.points.some(({ key }) => key === pointKey))
        throw new Problem(404, 'There is no such point in this job.')
      if (word === 'agreed' && own.has(pointKey))
        throw new Problem(409, 'Nobody agrees with what they recorded themselves. Another checker has to look at it.')
      if (pointAsSeen(bench.judgements.get(pointKey)) !== saw) throw new Problem(409, CHANGED)
    }
    await db.transaction(async (tx) => {
      for (const { id: reviewId, pointKey, saw } of points) {
        const added = { id: reviewId, jobId, pointKey, word, note: note?.trim() || null, saw }
        refuseConflict(await addReview(tx, { ...added, madeBy: actor.userId, ...signedBy(actor) }), 'review')
      }
    })
    return { reviewed: points.length }
  },
})

/** Signs a handover as it stands, drawn or typed. */
export const signHandover = defineUseCase({
  name: 'signHandover',
  via: 'json',
  schema: yup.object({
    id: id().required(),
    jobId: id('job').required(),
    capacity: choice('Capacity', SIGNING_CAPACITIES).required(required('Capacity')),
    name: words('Name', 80).min(2, 'Write the whole name').required(required('Name')),
    drawing: yup
      .string()
      .max(20_000, 'The drawing is too long')
      .test('drawing', 'That is no drawn signature', (text) => text == null || isDrawing(text))
      .nullable()
      .default(null),
    saw: yup
      .string()
      .matches(/^[0-9a-f]{64}$/, 'What was signed is missing')
      .required(required('What was signed')),
  }),
  run: async (db, actor, input) => {
    const { jobId, capacity, name, saw } = input
    const row = await jobOfActor(db, actor, jobId)
    if (!SIGNS_AS[capacity].includes(actor.role)) throw new Problem(403, `The ${capacity} signs for themselves.`)
    if (capacity !== 'customer' && name !== actor.name)
      throw new Problem(422, 'Sign with your own name.', [{ path: 'name', message: 'This is not your name.' }])
    const bench = await benchOfJob(db, row)
    if (handoverDigest(bench) !== saw) throw new Problem(409, CHANGED)
    if (pointsToShow(bench).length === 0)
      throw new Problem(409, 'There is nothing in this job that could be signed for.')
    refuseConflict(await addSignature(db, { ...input, madeBy: actor.userId, ...signedBy(actor) }), 'signature')
    return { id: input.id }
  },
})

const benchOfJob = async (db: Db, row: Parameters<typeof jobRecord>[1]): Promise<Bench> =>
  benchOf(await jobRecord(db, row))

/** Says what came of a household's call. */
export const answerFaultCall = defineUseCase({
  name: 'answerFaultCall',
  via: 'json',
  schema: yup.object({
    id: id().required(),
    jobId: id('job').required(),
    callId: id('call').required(),
    note: words('What came of it', 500).min(3, 'Say what came of it').required(required('What came of it')),
  }),
  run: async (db, actor, { id: answerId, jobId, callId, note }) => {
    await jobOfActor(db, actor, jobId)
    if (!(await faultCallsOfJob(db, jobId)).some(({ id: own }) => own === callId))
      throw new Problem(404, 'There is no such call in this job.')
    const added = { id: answerId, callId, note: note.trim(), madeBy: actor.userId, ...signedBy(actor) }
    refuseConflict(await addFaultCallAnswer(db, added), 'answer')
    return { id: answerId }
  },
})
