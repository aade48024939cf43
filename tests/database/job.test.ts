import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { startFixedGateway } from '../support/fixedGateway'
import { attachmentsOfJobs } from '@/db/queries/evidence'
import { fileBytes } from '@/db/queries/files'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob } from '../support/database'
import { freePort } from '../support/freePort'
import { release as releaseLoads, wave } from '../support/recordedJob'

let crew: TestCrew
beforeAll(async () => {
  crew = await makeCrew()
})
const lead = () => crew.actor('lead')
const view = (jobId: string) => call(USE_CASES.viewJob, db, lead(), { jobId })
const release = (jobId: string) => releaseLoads(crew, jobId)
const RECORDED_AT = new Date().toISOString()
const record = async (jobId: string, pointKey: string, bytes: Uint8Array, readingId = uuidv7()) =>
  call(USE_CASES.addRecording, db, lead(), {
    readingId,
    jobId,
    pointKey,
    recordedAt: RECORDED_AT,
    files: [{ name: 'gap.cff', bytes }],
  })

describe('a recording', () => {
  it('is refused while the hold stands, and nothing of it is stored', async () => {
    const jobId = await makeJob(crew)
    await expect(record(jobId, 'outage.gap', wave())).rejects.toThrow(/Not stored\. First live is held/)
    expect(await attachmentsOfJobs(db, [jobId])).toEqual([])
  })
  it('is analysed again by the server, and stored with its bytes; twice is once', async () => {
    const jobId = await makeJob(crew)
    await release(jobId)
    const readingId = uuidv7()
    const stored = await record(jobId, 'outage.gap', wave(), readingId)
    expect(Math.abs((stored.gap?.longestPhaseMs ?? NaN) - 60)).toBeLessThan(1.6)
    await record(jobId, 'outage.gap', wave(), readingId)
    const attachments = await attachmentsOfJobs(db, [jobId])
    expect(attachments).toHaveLength(1)
    expect(Buffer.compare(Buffer.from(await fileBytes(db, attachments[0]!.sha256)), Buffer.from(wave()))).toBe(0)
    expect(benchOf((await view(jobId)).record).judgements.get('outage.gap')?.value).toMatch(/^(59|60|61)/)
  })
  it('that cannot be read leaves nothing behind, and says where it is wrong', async () => {
    const jobId = await makeJob(crew)
    await release(jobId)
    await expect(record(jobId, 'outage.gap', wave().subarray(0, 900))).rejects.toThrow(/gap\.cff.*Nothing was stored/)
    expect([
      (await attachmentsOfJobs(db, [jobId])).length,
      (await view(jobId)).record.readings.filter(({ slot }) => slot === 'recording'),
    ]).toEqual([0, []])
  })
})

describe('a new job', () => {
  const start = (change: object) =>
    call(USE_CASES.createJob, db, lead(), {
      id: uuidv7(),
      name: 'New',
      place: 'Nowhere',
      packId: 'iec-1ph-230',
      scheduledDay: null,
      ...change,
    })
  it('has the time zone that was said with it, or none, and its day is the day there', async () => {
    const { jobId } = await start({ timeZone: 'Pacific/Kiritimati' })
    const { record } = await view(jobId)
    expect(record.installation.site.timeZone).toBe('Pacific/Kiritimati')
    const other = await view((await start({ timeZone: 'Etc/GMT+12' })).jobId)
    // a day and two hours apart: it is never the same day at both
    expect(record.today > other.record.today).toBe(true)
    for (const none of [{}, { timeZone: null }, { timeZone: '' }])
      expect((await view((await start(none)).jobId)).record.installation.site.timeZone).toBeNull()
  })
  it('is refused with a zone that nobody knows, and nothing of it is stored', async () => {
    const id = uuidv7()
    await expect(start({ id, timeZone: 'Nowhere/Atall' })).rejects.toThrow(/name such as Europe\/Lisbon/)
    await expect(view(id)).rejects.toMatchObject({ status: 404 })
  })
})

describe('a picture', () => {
  it('is made small and loses its metadata, but not the time it was taken', async () => {
    const jobId = await makeJob(crew)
    const bytes = await sharp({ create: { width: 3000, height: 1500, channels: 3, background: 'teal' } })
      .withExif({
        IFD0: { Make: 'Made-up' },
        IFD2: { DateTimeOriginal: '2026:02:03 04:05:06' },
        IFD3: { GPSLatitudeRef: 'N' },
      })
      .jpeg()
      .toBuffer()
    const { takenAt, sha256 } = await call(USE_CASES.addPicture, db, crew.actor('hand'), {
      id: uuidv7(),
      jobId,
      subject: 'inv1',
      fileName: 'plate.png',
      bytes: new Uint8Array(bytes),
    })
    const meta = await sharp(await fileBytes(db, sha256)).metadata()
    expect([takenAt, meta.width, meta.height, meta.exif, meta.format]).toEqual([
      '2026-02-03T04:05:06.000Z',
      2000,
      1000,
      undefined,
      'jpeg',
    ])
  })
  it.each([
    ['text', new TextEncoder().encode('not a picture')],
    ['half a picture', new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0, 16])],
    [
      'a script in SVG',
      new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" width="99999" height="99999"><script/></svg>'),
    ],
  ])('that is %s is refused and nothing is stored', async (_name, bytes) => {
    const jobId = await makeJob(crew)
    await expect(
      call(USE_CASES.addPicture, db, lead(), { id: uuidv7(), jobId, subject: 'inv1', bytes }),
    ).rejects.toThrow(/was not stored/)
    expect(await attachmentsOfJobs(db, [jobId])).toEqual([])
  })
})

describe('hold points', () => {
  const override = (jobId: string, condition: string, reason = 'measured yesterday, on paper') =>
    call(USE_CASES.overrideHold, db, lead(), { id: uuidv7(), jobId, step: 'firstIsland', condition, reason })
  it('are overridden in writing where they may be, and nowhere else', async () => {
    const jobId = await makeJob(crew)
    await override(jobId, 'electrode')
    const state = benchOf((await view(jobId)).record)
      .holds.find(({ step }) => step.id === 'firstIsland')
      ?.conditions.find(({ condition }) => condition.id === 'electrode')
    expect([state?.holds, state?.override?.byName]).toEqual([true, 'Test lead'])
    await expect(override(jobId, 'medical')).rejects.toThrow(/is never overridden/)
    await expect(override(jobId, 'electrode', 'because')).rejects.toThrow(/at least ten characters/)
    await expect(override(jobId, 'nothing')).rejects.toThrow(/no such hold point/)
  })
})

describe('the plan', () => {
  it('writes its promises once, and afresh when chosen again', async () => {
    const jobId = await makeJob(crew)
    const choose = (school: string, gapClass: string) =>
      call(USE_CASES.choosePlan, db, lead(), { jobId, school, reason: 'it fits the house', gapClass })
    await choose('automaticWholeHome', 'blink')
    await choose('automaticWholeHome', 'flicker')
    const { record: held } = await view(jobId)
    expect([
      held.installation.chosenSchool,
      held.installation.promises.map(({ kind, gapClass }) => gapClass ?? kind),
    ]).toEqual(['automaticWholeHome', ['staysOn', 'flicker', 'runtime', 'protection']])
    await expect(choose('manualChangeover', 'blink')).rejects.toThrow(/by hand/)
  })
  it('refuses contradictions by their field and tells of a change made meanwhile', async () => {
    const jobId = await makeJob(crew)
    const save = (kind: string, fields: object) =>
      call(USE_CASES.saveItem, db, lead(), { jobId, kind, itemId: uuidv7(), fields })
    const load = {
      tag: 'x1',
      name: 'X',
      powerW: 10,
      powerFactor: 1,
      duty: 1,
      phase: 'L1',
      priority: 1,
      backedUp: true,
      mustStayOn: false,
    }
    await expect(save('load', { ...load, phase: 'L3' })).rejects.toMatchObject({
      status: 422,
      issues: [{ path: 'phase' }],
    })
    await expect(save('load', { ...load, backedUp: false, mustStayOn: true })).rejects.toMatchObject({
      issues: [{ path: 'mustStayOn' }],
    })
    await expect(save('load', { ...load, powerW: '0x10' })).rejects.toMatchObject({ issues: [{ path: 'powerW' }] })
    await expect(save('run', { tag: 'w9', from: 'A', to: 'B', size: '17', lengthM: 3 })).rejects.toMatchObject({
      issues: [{ path: 'size' }],
    })
    await expect(save('load', { ...load, tag: 'fridge' })).rejects.toMatchObject({
      status: 409,
      issues: [{ path: 'tag' }],
    })
    await expect(
      call(USE_CASES.changeJob, db, lead(), { jobId, version: 1, acceptsShedding: true }),
    ).rejects.toMatchObject({ status: 409 })
  })
})

it('reads a gateway into the plan’s settings and hands back what the plan does not name', async () => {
  const port = await freePort()
  const standIn = await startFixedGateway(port, { reserveSocPercent: 35, nominalV: 230 })
  vi.stubEnv('AWLBRIGHT_GATEWAY', `127.0.0.1:${port}`)
  try {
    const jobId = await makeJob(crew)
    const { version } = await view(jobId)
    await call(USE_CASES.changeJob, db, lead(), { jobId, version, gatewayHost: '127.0.0.1', gatewayPort: port })
    const readout = await call(USE_CASES.readGateway, db, crew.actor('hand'), { jobId, slot: 'left' })
    expect([readout.stored, readout.unplanned, readout.unknown.length]).toEqual([
      1,
      [{ key: 'nominalV', value: 230 }],
      2,
    ])
    const judged = benchOf((await view(jobId)).record).judgements.get('settings.reserveSocPercent')
    expect([judged?.verdict, judged?.why]).toEqual(['stop', expect.stringMatching(/Left at 35.%; the plan says 40.%/)])
    await expect(
      call(USE_CASES.changeJob, db, lead(), { jobId, version: version + 1, gatewayHost: '8.8.8.8' }),
    ).rejects.toThrow(/own network/)
  } finally {
    vi.unstubAllEnvs()
    await standIn.close()
  }
})

describe('what a job is called', () => {
  const change = (jobId: string, change: object, before: object | null = {}) =>
    call(USE_CASES.changeJob, db, lead(), { jobId, version: null, before, ...change })
  it('is changed where it stands, and not over what somebody else made of it meanwhile', async () => {
    const jobId = await makeJob(crew)
    const { record: held, place } = await view(jobId)
    const { name } = held.installation
    await change(jobId, { name: 'The annexe', scheduledDay: '2031-05-06' }, { name, scheduledDay: null })
    const now = await view(jobId)
    expect([now.record.installation.name, now.place, now.scheduledDay]).toEqual(['The annexe', place, '2031-05-06'])
    await expect(change(jobId, { name: 'Mine' }, { name })).rejects.toMatchObject({ status: 409 })
  })
  it.each([
    ['no name', { name: '' }],
    ['no place', { place: '' }],
    ['a day that does not exist', { scheduledDay: '2031-02-30' }],
    ['a day in words', { scheduledDay: 'soon' }],
  ])('is refused with %s', async (_name, fields) => {
    const jobId = await makeJob(crew)
    await expect(change(jobId, fields)).rejects.toMatchObject({
      status: 422,
    })
  })
})
