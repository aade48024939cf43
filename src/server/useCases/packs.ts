import { createHash, randomBytes } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import * as yup from 'yup'
import { fileFacts } from '@/db/queries/files'
import { addLink, addPackRequest, packById, withdrawLink } from '@/db/queries/packs'
import { figure, id } from '@/schemas/fields'
import { jobOfActor } from '../jobAccess'
import { Problem, refuseErased } from '../problem'
import { SEAL_QUEUE, sendingQueue } from '../queue'
import { defineUseCase } from '../useCase'

/** Asks for a sealed pack of the job as it stands; a queue worker makes it. */
export const requestPack = defineUseCase({
  name: 'requestPack',
  via: 'json',
  schema: yup.object({ jobId: id('job').required() }),
  run: async (db, actor, { jobId }) => {
    await jobOfActor(db, actor, jobId)
    const requestId = uuidv7()
    await addPackRequest(db, { id: requestId, jobId, requestedBy: actor.userId })
    await (await sendingQueue()).send(SEAL_QUEUE, { requestId }, { retryLimit: 2, expireInSeconds: 300 })
    return { requestId }
  },
})

export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex')

/** Makes a customer's link to one pack. The token is shown once and stored only as its hash. */
export const makeCustomerLink = defineUseCase({
  name: 'makeCustomerLink',
  via: 'json',
  schema: yup.object({
    jobId: id('job').required(),
    packId: id('pack').required(),
    days: figure('Days')
      .integer('Days is a whole number')
      .min(1, 'A link lasts a day at least')
      .max(730, 'A link lasts two years at most')
      .default(90),
  }),
  run: async (db, actor, { jobId, packId, days }) => {
    await jobOfActor(db, actor, jobId)
    const pack = await packById(db, packId)
    if (pack?.jobId !== jobId) throw new Problem(404, 'There is no such pack in this job.')
    const facts = await fileFacts(db, pack.sha256)
    if (facts) refuseErased(facts)
    const token = randomBytes(24).toString('base64url')
    const expiresAt = new Date(Date.now() + days * 86_400_000).toISOString()
    const linkId = uuidv7()
    await addLink(db, { id: linkId, packId, tokenHash: tokenHash(token), expiresAt, createdBy: actor.userId })
    return { linkId, token, expiresAt }
  },
})

export const withdrawCustomerLink = defineUseCase({
  name: 'withdrawCustomerLink',
  via: 'json',
  schema: yup.object({ jobId: id('job').required(), linkId: id('link').required() }),
  run: async (db, actor, { jobId, linkId }) => {
    await jobOfActor(db, actor, jobId)
    if (!(await withdrawLink(db, linkId, jobId))) throw new Problem(404, 'That link does not work any more.')
    return { linkId }
  },
})

/** The pack's file, for a member of the crew. */
export const downloadPack = defineUseCase({
  name: 'downloadPack',
  via: 'route',
  schema: yup.object({ jobId: id('job').required(), packId: id('pack').required() }),
  run: async (db, actor, { jobId, packId }) => {
    await jobOfActor(db, actor, jobId)
    const pack = await packById(db, packId)
    if (pack?.jobId !== jobId) throw new Problem(404, 'There is no such pack in this job.')
    return { sha256: pack.sha256 }
  },
})
