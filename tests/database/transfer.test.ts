import { randomBytes } from 'node:crypto'
import { unzipSync } from 'fflate'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { publicKeyOf } from '@/core/pack/seal'
import { verifyPack } from '@/core/pack/verifyPack'
import { fileBytes } from '@/db/queries/files'
import { planRevisionsOf } from '@/db/queries/planRevisions'
import { judgeJob } from '@/jobFile/judgeJob'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, sent } from '../support/database'
import { bytesOfStream, elsewhere, resealed, withJob } from '../support/jobZips'
import { release, wave } from '../support/recordedJob'

const OWN = '3a'.repeat(32)
const OTHER = '4b'.repeat(32)
const now = () => new Date().toISOString()
let crew: TestCrew
let jobId: string
/** The job as a file of this server, and as another server would have it: every id another. */
let own: Uint8Array
let foreign: Uint8Array

const recordOf = async (ofJob: string, of = crew) =>
  (await call(USE_CASES.viewJob, db, of.actor('lead'), { jobId: ofJob })).record
const takeOut = async (ofJob: string) =>
  bytesOfStream((await call(USE_CASES.takeJobOut, db, crew.actor('office'), { jobId: ofJob })).stream)
const bringIn = (bytes: Uint8Array, input: object = {}, actor = crew.actor('lead')) =>
  call(USE_CASES.bringJobIn, db, actor, { newId: uuidv7(), bytes, look: false, plan: 'keep', trusted: null, ...input })
const jobIn = (zip: Uint8Array) =>
  JSON.parse(new TextDecoder().decode(unzipSync(zip)['job.json'])) as Record<string, unknown> & {
    id: string
    loads: { id: string; tag: string; name: string; powerW: number }[]
    readings: { id: string; point: string; number: number | null }[]
    attachments: { sha256: string; fileName: string }[]
  }
const trusted = (zip: Uint8Array) => verifyPack(zip, undefined, { sealed: 'job' }).fingerprint

beforeAll(async () => {
  // as the test server has it, and another one
  vi.stubEnv('AWLBRIGHT_SIGNING_KEY', OWN)
  crew = await makeCrew()
  jobId = await makeJob(crew)
  await call(USE_CASES.choosePlan, db, crew.actor('lead'), {
    jobId,
    school: 'automaticWholeHome',
    reason: 'It fits the house.',
    gapClass: 'blink',
  })
  await release(crew, jobId)
  await call(USE_CASES.addRecording, db, crew.actor('lead'), {
    readingId: uuidv7(),
    jobId,
    pointKey: 'outage.gap',
    recordedAt: now(),
    files: [{ name: 'gap.cff', bytes: wave() }],
  })
  const plate = await sharp(randomBytes(300 * 200 * 3), { raw: { width: 300, height: 200, channels: 3 } })
    .jpeg()
    .toBuffer()
  await call(USE_CASES.addPicture, db, crew.actor('hand'), {
    id: uuidv7(),
    jobId,
    subject: 'inv1',
    fileName: 'plate.jpg',
    takenAt: null,
    bytes: new Uint8Array(plate),
  })
  own = await takeOut(jobId)
  foreign = await withJob(own, OTHER, (job) => elsewhere(job, uuidv7))
})

describe('a job as one file', () => {
  it('is sealed, holds its pictures and recordings, and is no pack for a customer', () => {
    expect(verifyPack(own, publicKeyOf(OWN), { sealed: 'job' })).toMatchObject({ intact: true, jobName: 'Test house' })
    expect(verifyPack(own, publicKeyOf(OWN)).intact).toBe(false)
    const files = unzipSync(own)
    const { attachments } = jobIn(own)
    expect(attachments).toHaveLength(2)
    for (const { sha256 } of attachments) expect(files[`files/${sha256}`]?.length).toBeGreaterThan(100)
  })

  it('comes in elsewhere as the same job: every verdict, picture and recording, with the name of who brought it', async () => {
    const told = await bringIn(foreign, { trusted: trusted(foreign) })
    expect(told).toMatchObject({ isNew: true, isOwn: false, leftOut: [] })
    const [there, here] = [await recordOf(jobId), await recordOf(told.jobId)]
    const judged = JSON.stringify(judgeJob(here)).replaceAll(', brought in by Test lead', '')
    expect(JSON.parse(judged)).toEqual(JSON.parse(JSON.stringify(judgeJob(there))))
    expect(here.readings).toHaveLength(there.readings.length)
    expect(new Set(here.readings.map(({ recordedByName }) => recordedByName))).toEqual(
      new Set(['Test lead, brought in by Test lead']),
    )
    for (const { sha256 } of here.attachments)
      expect(Buffer.from(await fileBytes(db, sha256))).toEqual(Buffer.from(await fileBytes(db, sha256)))
    expect(here.attachments.map(({ sha256 }) => sha256).sort()).toEqual(
      there.attachments.map(({ sha256 }) => sha256).sort(),
    )
    expect((await planRevisionsOf(db, told.jobId))[0]?.note).toBe('Brought in from a file')
    // brought in once more there is nothing new
    const again = await bringIn(foreign, { trusted: trusted(foreign) })
    expect([again.isNew, again.evidence.readings.fresh, again.evidence.readings.known]).toEqual([
      false,
      0,
      there.readings.length,
    ])
    expect((await recordOf(told.jobId)).readings).toHaveLength(there.readings.length)
  })

  it('looked at stores nothing', async () => {
    const away = await withJob(own, OTHER, (job) => elsewhere(job, uuidv7))
    const told = await bringIn(away, { look: true })
    expect(told.evidence.attachments.fresh).toBe(2)
    await expect(recordOf(told.jobId)).rejects.toMatchObject({ status: 404 })
  })

  it('carries what was done elsewhere back, keeps what was done here, and lets a person decide over the plan', async () => {
    const home = await makeJob(crew)
    const before = await takeOut(home)
    const there = await withJob(before, OWN, (job) => ({
      ...job,
      loads: (job.loads as { tag: string }[]).map((load, k) => (k === 0 ? { ...load, name: 'Other name' } : load)),
      readings: [
        {
          id: uuidv7(),
          at: now(),
          by: 'Tobin',
          byId: crew.actor('hand').userId,
          point: 'outage.told',
          slot: 'answer',
          word: 'yes',
        },
      ],
    }))
    const meanwhile = sent(home, 'outage.helper', 'answer', 'yes')
    await call(USE_CASES.recordReadings, db, crew.actor('hand'), { readings: [meanwhile] })
    const kept = await bringIn(there)
    expect(kept.things).toMatchObject([{ list: 'loads', fresh: 0, differ: [{ fields: ['name'] }] }])
    const record = await recordOf(home)
    expect(record.installation.loads[0]?.name).not.toBe('Other name')
    // sealed with this server's own key it keeps the name of who made it, who cannot review it then
    expect(record.readings.find(({ pointKey }) => pointKey === 'outage.told')).toMatchObject({
      pointKey: 'outage.told',
      recordedByName: 'Tobin',
      recordedBy: crew.actor('hand').userId,
    })
    await bringIn(there, { plan: 'take' })
    const taken = await recordOf(home)
    expect(taken.installation.loads[0]?.name).toBe('Other name')
    expect(taken.readings).toHaveLength(record.readings.length)
  })
})

describe('what is not taken in', () => {
  it('a file that was changed on its way, another kind of file, and an empty one', async () => {
    const changed = new Uint8Array(own)
    changed[200] = (changed[200] ?? 0) ^ 1
    for (const bytes of [changed, new Uint8Array(0), new TextEncoder().encode('{}')])
      await expect(bringIn(bytes)).rejects.toMatchObject({ status: 422 })
    await expect(bringIn(changed)).rejects.toMatchObject({
      message: expect.stringContaining('changed on its way') as string,
      issues: [{ path: 'file' }],
    })
  })

  it('another server’s file until somebody compared its key; and anybody’s but a lead’s', async () => {
    const away = await withJob(own, OTHER, (job) => elsewhere(job, uuidv7))
    await expect(bringIn(away)).rejects.toMatchObject({ status: 409 })
    await expect(bringIn(away, { trusted: '0000 0000 0000 0000' })).rejects.toMatchObject({ status: 409 })
    for (const role of ['hand', 'office', 'checker'] as const)
      await expect(bringIn(own, {}, crew.actor(role))).rejects.toMatchObject({ status: 403 })
    await expect(call(USE_CASES.takeJobOut, db, (await makeCrew()).actor('lead'), { jobId })).rejects.toMatchObject({
      status: 404,
    })
  })

  it('a job of another crew, or a thing that something else has the id of', async () => {
    const stranger = await makeCrew()
    await expect(bringIn(own, {}, stranger.actor('lead'))).rejects.toMatchObject({ status: 409 })
    const stolen = await withJob(own, OWN, (job) => ({ ...job, id: uuidv7(), readings: [], attachments: [] }))
    await expect(bringIn(stolen, {}, stranger.actor('lead'))).rejects.toMatchObject({ status: 409 })
    expect((await recordOf(jobId)).installation.loads.length).toBeGreaterThan(0)
  })

  it('a gap that its recording does not hold, a recording that is not there, and what a detail claims', async () => {
    const forged = await withJob(own, OTHER, (job) => {
      const moved = elsewhere(job, uuidv7) as ReturnType<typeof jobIn>
      return {
        ...moved,
        readings: moved.readings.map((one) => (one.point === 'outage.gap' ? { ...one, number: 4 } : one)),
      }
    })
    const told = await bringIn(forged, { trusted: trusted(forged) })
    expect(told.leftOut.join(' ')).toContain('another gap than was written down')
    expect((await recordOf(told.jobId)).readings.some(({ pointKey }) => pointKey === 'outage.gap')).toBe(false)
    const without = await resealed(foreign, OTHER, (files) => {
      const job = elsewhere(JSON.parse(new TextDecoder().decode(files['job.json'])), uuidv7)
      return { 'job.json': new TextEncoder().encode(JSON.stringify(job)) }
    })
    const bare = await bringIn(without, { trusted: trusted(without) })
    expect(bare.leftOut).toHaveLength(3)
    expect((await recordOf(bare.jobId)).attachments).toEqual([])
    expect(judgeJob(await recordOf(bare.jobId)).points.find(({ key }) => key === 'outage.gap')?.verdict).toBe('open')
  })

  it('a reading of the future, and an instrument that the crew does not have', async () => {
    const late = await withJob(own, OTHER, (job) => {
      const { instruments, ...rest } = job as ReturnType<typeof jobIn> & { instruments: object[] }
      // an instrument of theirs is as strange here as everything else
      const moved = elsewhere({ ...rest, theirs: instruments }, uuidv7) as ReturnType<typeof jobIn>
      const future = new Date(Date.now() + 3 * 86_400_000).toISOString()
      return {
        ...moved,
        instruments: moved.theirs,
        readings: moved.readings.map((one, k) => ({ ...one, ...(k === 0 && { at: future }) })),
      }
    })
    const told = await bringIn(late, { trusted: trusted(late) })
    expect(told.leftOut.join(' ')).toContain('in the future')
    expect(told.unknownInstruments.tags).toEqual(['M9'])
    const { readings } = await recordOf(told.jobId)
    expect(readings.every(({ instrumentId }) => instrumentId === null)).toBe(true)
  })

  it('a reading whose id another job has: nothing of the file is stored, and nothing is said to be', async () => {
    const [home, other] = [await makeJob(crew), await makeJob(crew)]
    const taken = sent(other, 'outage.told', 'answer', 'no')
    await call(USE_CASES.recordReadings, db, crew.actor('hand'), { readings: [taken] })
    const answer = { at: now(), by: 'Tobin', point: 'outage.told', slot: 'answer', word: 'yes' }
    const file = await withJob(await takeOut(home), OWN, (job) => ({
      ...job,
      readings: [
        { ...answer, id: taken.id },
        { ...answer, id: uuidv7(), point: 'outage.helper' },
      ],
    }))
    await expect(bringIn(file)).rejects.toMatchObject({ status: 409 })
    expect((await recordOf(home)).readings).toEqual([])
  })

  it('what corrects a reading that is left out', async () => {
    const home = await makeJob(crew)
    const future = new Date(Date.now() + 3 * 86_400_000).toISOString()
    const [first, second] = [uuidv7(), uuidv7()]
    const answer = { by: 'Tobin', point: 'outage.told', slot: 'answer' }
    const file = await withJob(await takeOut(home), OWN, (job) => ({
      ...job,
      readings: [
        { ...answer, id: first, at: future, word: 'no' },
        { ...answer, id: second, at: now(), word: 'yes', supersedes: first, supersedeReason: 'asked again' },
        { ...answer, id: uuidv7(), at: now(), slot: 'answer', point: 'outage.helper', word: 'yes' },
      ],
    }))
    const told = await bringIn(file)
    expect(told.leftOut).toHaveLength(2)
    expect((await recordOf(home)).readings.map(({ pointKey }) => pointKey)).toEqual(['outage.helper'])
  })

  it('things that their own form would refuse, each by its place', async () => {
    const bad = await withJob(own, OWN, (job) => ({
      ...job,
      loads: (job.loads as object[]).map((load, k) => (k === 0 ? { ...load, powerW: -5 } : load)),
    }))
    await expect(bringIn(bad)).rejects.toMatchObject({ status: 422, issues: [{ path: 'loads[0].powerW' }] })
    const deep = await withJob(own, OWN, (job) => ({
      ...job,
      site: JSON.parse(`${'['.repeat(200)}${']'.repeat(200)}`) as unknown,
    }))
    await expect(bringIn(deep)).rejects.toMatchObject({ status: 422 })
  })
})
