import { firstWordSchema } from '@/schemas/firstWord'
import { randomBytes } from 'node:crypto'
import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { addHouseholdLink, withdrawHouseholdLink as withdraw } from '@/db/queries/household'
import { job } from '@/db/schema'
import { figure, id } from '@/schemas/fields'
import { jobOfActor } from '../jobAccess'
import { Problem } from '../problem'
import { defineUseCase } from '../useCase'
import { tokenHash } from './packs'

/** Makes the household's link to a job's questions. The token is shown once and stored only as its hash. */
export const makeHouseholdLink = defineUseCase({
  name: 'makeHouseholdLink',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    days: figure('Days')
      .integer('Days is a whole number')
      .min(1, 'A link lasts a day at least')
      .max(120, 'A household link lasts 120 days at most')
      .default(30),
  }),
  run: async (db, actor, { jobId, days }) => {
    await jobOfActor(db, actor, jobId)
    const token = randomBytes(24).toString('base64url')
    const expiresAt = new Date(Date.now() + days * 86_400_000).toISOString()
    const linkId = uuidv7()
    await addHouseholdLink(db, { id: linkId, jobId, tokenHash: tokenHash(token), expiresAt, createdBy: actor.userId })
    return { linkId, token, expiresAt }
  },
})

export const withdrawHouseholdLink = defineUseCase({
  name: 'withdrawHouseholdLink',
  via: 'json',
  schema: yup.object({ jobId: id('job').required(), linkId: id('link').required() }),
  run: async (db, actor, { jobId, linkId }) => {
    await jobOfActor(db, actor, jobId)
    if (!(await withdraw(db, linkId, jobId))) throw new Problem(404, 'That link does not work any more.')
    return { linkId }
  },
})

/** The office confirms the first word; only then does the household see one. */
export const confirmFirstWord = defineUseCase({
  name: 'confirmFirstWord',
  via: 'json',
  schema: yup.object({ jobId: id('job').required() }).concat(firstWordSchema),
  run: async (db, actor, { jobId, word, because }) => {
    await jobOfActor(db, actor, jobId)
    await db
      .update(job)
      .set({ firstWord: word, firstWordBecause: because, firstWordAt: sql`clock_timestamp()` })
      .where(eq(job.id, jobId))
    return { word }
  },
})
