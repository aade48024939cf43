import { eq } from 'drizzle-orm'
import { createHash, randomBytes } from 'node:crypto'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { BrokenFile, CHUNK_BYTES, fileBytes, fileStream } from '@/db/queries/files'
import { attachment, fileChunk, householdAnswer, householdLink, storedFile } from '@/db/schema'
import { addHouseholdPicture, answerHousehold, householdView } from '@/server/household'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob } from '../support/database'

const MOST_PICTURES = 40
let crew: TestCrew
let jobId: string
let token: string
let linkId: string
beforeAll(async () => {
  crew = await makeCrew()
})
beforeEach(async () => {
  jobId = await makeJob(crew)
  ;({ token, linkId } = await call(USE_CASES.makeHouseholdLink, db, crew.actor('office'), { jobId, days: 2 }))
})

const colours = (red: number) =>
  sharp({ create: { width: 12, height: 8, channels: 3, background: { r: red, g: 9, b: 9 } } })
    .jpeg()
    .toBuffer()
const statusOf = (work: Promise<unknown>) =>
  work.then(
    () => 200,
    (error: { status?: number }) => error.status ?? String(error),
  )
const send = async (bytes: Uint8Array, id = uuidv7()) =>
  statusOf(addHouseholdPicture(db, token, { id, subject: 'board', bytes }))
const garbage = () => new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>')
const tried = async () =>
  (await db.select({ n: householdLink.picturesTried }).from(householdLink).where(eq(householdLink.id, linkId)))[0]?.n
const kept = async () => (await db.select().from(attachment).where(eq(attachment.householdLinkId, linkId))).length

describe('pictures over a household’s link', () => {
  it('are kept as the household’s, whoever made the link', async () => {
    expect(await send(await colours(20))).toBe(200)
    const [row] = await db.select().from(attachment).where(eq(attachment.householdLinkId, linkId))
    expect(row).toMatchObject({ subject: 'household.board', byName: 'The household', byRole: null })
    const { record } = await call(USE_CASES.viewJob, db, crew.actor('hand'), { jobId })
    expect(record.attachments.map(({ addedByName }) => addedByName)).toEqual(['The household'])
  })
  it('count when they turn out to be none, and nothing is kept of them', async () => {
    expect(await send(garbage())).toBe(415)
    expect(await send(new Uint8Array())).toBe(415)
    expect([await tried(), await kept()]).toEqual([2, 0])
  })
  it('are as many as a link takes, even when all are sent at once', async () => {
    const statuses = await Promise.all(Array.from({ length: MOST_PICTURES + 15 }, () => send(garbage())))
    expect(statuses.filter((status) => status === 415)).toHaveLength(MOST_PICTURES)
    expect(statuses.filter((status) => status === 429)).toHaveLength(15)
    expect(await send(await colours(30))).toBe(429)
    expect([await tried(), await kept()]).toEqual([MOST_PICTURES, 0])
  })
  it('sent twice are one, and another under the same id is a conflict', async () => {
    const id = uuidv7()
    const [one, two] = [await colours(40), await colours(200)]
    expect([await send(one, id), await send(one, id), await send(two, id)]).toEqual([200, 200, 409])
    expect(await kept()).toBe(1)
  })
  it('are not taken over a link that was withdrawn, and do not count', async () => {
    await call(USE_CASES.withdrawHouseholdLink, db, crew.actor('office'), { jobId, linkId })
    expect(await send(await colours(50))).toBe(410)
    expect(await tried()).toBe(0)
  })
})

describe('answers over a household’s link', () => {
  const answer = (answers: Record<string, unknown>) => statusOf(answerHousehold(db, token, { answers }))
  const stored = async () => (await db.select().from(householdAnswer).where(eq(householdAnswer.linkId, linkId))).length
  it('that say the same are written once, even when they come at once', async () => {
    const statuses = await Promise.all(Array.from({ length: 8 }, () => answer({ medical: 'yes' })))
    expect(statuses).toEqual(Array(8).fill(200))
    expect(await stored()).toBe(1)
  })
  it('that differ are both kept, and the later stands', async () => {
    await answer({ medical: 'yes' })
    await answer({ medical: 'no' })
    expect(await stored()).toBe(2)
    const view = await householdView(db, token)
    expect(view.state === 'open' && view.view.answers.medical).toBe('no')
  })
  it.each<[string, Record<string, unknown>]>([
    ['another set of answers', { medical: 'perhaps' }],
    ['a number', { medical: 7 }],
    ['a mark that turns writing round', { keep: 'the \u202elamp' }],
    ['a page', { keep: 'x'.repeat(601) }],
  ])('are refused as %s, and nothing is kept', async (_name, answers) => {
    expect([await answer(answers), await stored()]).toEqual([422, 0])
  })
  it('end after as many as a link takes', async () => {
    for (let k = 0; k < 200; k++) expect(await answer({ medical: k % 2 === 0 ? 'yes' : 'no' })).toBe(200)
    expect(await answer({ medical: 'yes' })).toBe(429)
    // what says the same as before is no answer more
    expect(await answer({ medical: 'no' })).toBe(200)
    expect(await stored()).toBe(200)
  })
})

describe('a stored file that lacks a part', () => {
  const lacking = async (chunkCount: number, there: number) => {
    const sha256 = createHash('sha256').update(randomBytes(8)).digest('hex')
    await db
      .insert(storedFile)
      .values({ sha256, byteCount: chunkCount * CHUNK_BYTES, mediaType: 'application/zip', chunkCount })
    for (let index = 0; index < there; index++)
      await db.insert(fileChunk).values({ sha256, index, bytes: Buffer.alloc(16, index) })
    return sha256
  }
  it('is never handed out as a shorter one', async () => {
    const sha256 = await lacking(3, 2)
    await expect(fileBytes(db, sha256)).rejects.toBeInstanceOf(BrokenFile)
    const reader = fileStream(db, { sha256, chunkCount: 3, partCount: 0, byteCount: 3 * CHUNK_BYTES }).getReader()
    expect((await reader.read()).done).toBe(false)
    expect((await reader.read()).done).toBe(false)
    await expect(reader.read()).rejects.toBeInstanceOf(BrokenFile)
  })
  it('is whole once it is there', async () => {
    const sha256 = await lacking(2, 2)
    expect((await fileBytes(db, sha256)).length).toBe(32)
  })
})
