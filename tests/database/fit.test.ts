import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { NO_TIMES } from '@/core/fit/crewTimes'
import { FIT_KINDS, fitOf } from '@/core/installation/fit'
import { workOut } from '@/server/summaries/workOut'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { FIT_FIELDS } from '@/schemas/fitFields'
import { type TestCrew, db, makeCrew, makeJob, owner, sent } from '../support/database'
import { aFitUnit, aWall, anObstacle } from '../support/house'
import { taskToSave } from '../support/tasks'

let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})
const view = (id = jobId) => call(USE_CASES.viewJob, db, crew.actor('office'), { jobId: id })
const fitted = async (id = jobId) => (await view(id)).record.installation.fit
const asked = (
  { kind, tag, name, sort, detail }: ReturnType<typeof aWall>,
  itemId = uuidv7(),
  change: object = {},
) => ({ kind, itemId, fields: { tag, name, sort, ...detail, ...change } })
const save = (items: object[], by: 'lead' | 'office' | 'hand' | 'checker' = 'office', id = jobId) =>
  call(USE_CASES.saveFitItems, db, crew.actor(by), { jobId: id, items })
const snag = (tag = 's1', change: object = {}) => ({
  kind: 'snag',
  itemId: uuidv7(),
  fields: {
    tag,
    name: 'Scratch',
    sort: 0,
    wallTag: null,
    xMm: null,
    yMm: null,
    place: 'door',
    who: null,
    due: null,
    clearedOn: null,
    clearedBy: null,
    ...change,
  },
})
const record = (readings: object[], by: 'lead' | 'hand' = 'hand') =>
  call(USE_CASES.recordReadings, db, crew.actor(by), { readings })

describe('things of wall, day and van', () => {
  it('are stored together, changed and taken out', async () => {
    const wallId = uuidv7()
    await save([asked(aWall(), wallId), asked(anObstacle()), asked(aFitUnit({ xMm: 100, yMm: 200 }))])
    await save([asked(aWall(), wallId, { widthMm: 4200 })], 'lead')
    expect(fitOf(await fitted(), 'wall')).toMatchObject([
      { tag: 'wall1', detail: { widthMm: 4200, datum: 'leftFloor' } },
    ])
    expect(fitOf(await fitted(), 'unit')).toMatchObject([{ detail: { xMm: 100, entrySide: 'bottom' } }])
    await call(USE_CASES.removeFitItem, db, crew.actor('office'), { jobId, itemId: wallId })
    expect(fitOf(await fitted(), 'wall')).toEqual([])
    await expect(
      call(USE_CASES.removeFitItem, db, crew.actor('office'), { jobId, itemId: wallId }),
    ).rejects.toMatchObject({ status: 404 })
  })
  it('are refused whole when one of them is wrong, with its field', async () => {
    const before = (await fitted()).length
    await expect(save([snag('s8'), asked(anObstacle({ widthMm: -5 }))])).rejects.toMatchObject({
      status: 422,
      issues: [expect.objectContaining({ path: 'widthMm' })],
    })
    await expect(save([asked(aFitUnit({ xMm: 5, yMm: null }))])).rejects.toMatchObject({
      issues: [{ path: 'yMm', message: 'A place needs both figures, or none.' }],
    })
    await expect(save([asked(aFitUnit({ holes: '10 20\nfoo' }))])).rejects.toMatchObject({
      issues: [{ path: 'holes', message: 'Line 2: “foo” is no hole; write x, y and diameter in millimetres.' }],
    })
    await expect(
      save([
        {
          kind: 'person',
          itemId: uuidv7(),
          fields: { tag: 'p1', name: 'Ann', licensed: true, fromMin: 900, toMin: 600 },
        },
      ]),
    ).rejects.toMatchObject({ issues: [expect.objectContaining({ path: 'toMin' })] })
    await expect(save([{ kind: 'castle', itemId: uuidv7(), fields: {} }])).rejects.toMatchObject({ status: 422 })
    await expect(save([])).rejects.toMatchObject({ status: 422 })
    await expect(save(Array.from({ length: 201 }, (_, k) => snag(`s${k}`)))).rejects.toMatchObject({ status: 422 })
    expect(await fitted()).toHaveLength(before)
  })
  it('keep short names apart, and leave other jobs’ and crews’ things alone', async () => {
    const itemId = uuidv7()
    await save([{ ...snag('s20'), itemId }])
    await expect(save([snag('s20')])).rejects.toMatchObject({
      status: 409,
      issues: [expect.objectContaining({ path: 'tag' })],
    })
    await expect(save([snag('s21'), snag('s21')])).rejects.toMatchObject({ status: 409 })
    const other = await makeJob(crew)
    await expect(save([{ ...snag('s22'), itemId }], 'office', other)).rejects.toMatchObject({ status: 409 })
    const stranger = await makeCrew()
    await expect(
      call(USE_CASES.saveFitItems, db, stranger.actor('lead'), { jobId, items: [snag('s23')] }),
    ).rejects.toMatchObject({ status: 404 })
    expect(fitOf(await fitted(), 'snag').map(({ tag }) => tag)).toEqual(['s20'])
  })
  it('let a hand write down snags, feet and what was used, and nothing of the plan', async () => {
    const itemId = uuidv7()
    await save([{ ...snag('s30'), itemId }], 'hand')
    await expect(save([asked(aWall({ widthMm: 5000 }))], 'hand')).rejects.toMatchObject({ status: 403 })
    await expect(save([snag('s31')], 'checker')).rejects.toMatchObject({ status: 403 })
    await save([asked(aWall(), undefined, { tag: 'wall9' })])
    const wall = fitOf(await fitted(), 'wall')[0]
    await expect(
      call(USE_CASES.removeFitItem, db, crew.actor('hand'), { jobId, itemId: wall?.id }),
    ).rejects.toMatchObject({ status: 403 })
    await call(USE_CASES.removeFitItem, db, crew.actor('hand'), { jobId, itemId })
  })
  it('have kinds that the database knows, and fields for each', async () => {
    const { rows } = await owner.pool.query<{ def: string }>(
      `select pg_get_constraintdef(oid) as def from pg_constraint where conname = 'fit_item_kind_known'`,
    )
    for (const kind of FIT_KINDS) {
      expect(rows[0]?.def).toContain(`'${kind}'`)
      expect(FIT_FIELDS[kind].length).toBeGreaterThan(0)
    }
  })
})

describe('a replaced component', () => {
  const replace = (change: object = {}, by: 'lead' | 'office' = 'lead') =>
    call(USE_CASES.replaceComponent, db, crew.actor(by), {
      id: uuidv7(),
      jobId,
      componentTag: 'inv1',
      cause: 'deadOnArrival',
      reason: 'stays dark',
      ...change,
    })
  it('keeps the old serial, opens what rested on it, and is proven anew', async () => {
    await record([
      sent(jobId, 'fit.component.inv1', 'serial', 'OLD-1', { recordedAt: new Date(Date.now() - 60_000).toISOString() }),
    ])
    await replace()
    const { record: stored } = await view()
    expect(stored.replacements).toMatchObject([
      { componentTag: 'inv1', oldSerial: 'OLD-1', cause: 'deadOnArrival', replacedByName: 'Test lead' },
    ])
    expect(benchOf(stored).judgements.get('fit.component.inv1')).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('Open again'),
    })
    expect(stored.readings.some(({ valueWord }) => valueWord === 'OLD-1')).toBe(true)
    await record([
      sent(jobId, 'fit.component.inv1', 'serial', 'NEW-1', { recordedAt: new Date(Date.now() + 1000).toISOString() }),
    ])
    expect(benchOf((await view()).record).judgements.get('fit.component.inv1')?.value).toBe('NEW-1')
  })
  it('asks who, which and why', async () => {
    await expect(replace({ reason: 'bad' })).rejects.toMatchObject({
      issues: [expect.objectContaining({ path: 'reason' })],
    })
    await expect(replace({ componentTag: 'nope' })).rejects.toMatchObject({
      issues: [expect.objectContaining({ path: 'componentTag' })],
    })
    await expect(replace({ cause: 'ghost' })).rejects.toMatchObject({ status: 422 })
    await expect(replace({}, 'office')).rejects.toMatchObject({ status: 403 })
    expect((await view()).record.replacements).toHaveLength(1)
  })
  it('is evidence: neither changed nor deleted by anybody', async () => {
    await expect(owner.pool.query(`update component_replacement set reason = 'something else'`)).rejects.toThrow(
      /evidence/,
    )
    await expect(owner.pool.query('delete from component_replacement')).rejects.toThrow(/evidence/)
  })
})

describe('a serial that another job has', () => {
  it('is found within the crew, whatever its case, and forgotten when it is corrected there', async () => {
    const other = await makeJob(crew)
    const first = sent(other, 'fit.component.inv1', 'serial', 'twin-7')
    await record([first])
    await record([
      sent(jobId, 'fit.component.inv1', 'serial', 'TWIN-7', { recordedAt: new Date(Date.now() + 2000).toISOString() }),
    ])
    expect((await view()).record.serialsElsewhere).toEqual([
      expect.objectContaining({ serial: 'TWIN-7', jobName: 'Test house' }),
    ])
    expect(benchOf((await view()).record).judgements.get('fit.component.inv1')?.verdict).toBe('stop')
    const stranger = await makeCrew()
    const theirs = await makeJob(stranger)
    await call(USE_CASES.recordReadings, db, stranger.actor('hand'), {
      readings: [sent(theirs, 'fit.component.inv1', 'serial', 'twin-7')],
    })
    expect(
      (await call(USE_CASES.viewJob, db, stranger.actor('lead'), { jobId: theirs })).record.serialsElsewhere,
    ).toEqual([])
    await record([
      sent(other, 'fit.component.inv1', 'serial', 'other-8', {
        supersedes: first.id,
        supersedeReason: 'misread the plate',
      }),
    ])
    expect((await view()).record.serialsElsewhere).toEqual([])
  })
})

describe('times of tasks', () => {
  it('are recorded like readings and taught to the next job of the crew', async () => {
    const task = { minutes: 20, licensed: true, powerOff: true, template: 'isolate' }
    const next = await makeJob(crew)
    await save([
      taskToSave('t1', { name: 'Isolate', ...task }),
      taskToSave('t2', { name: 'Not stopped', ...task }),
      taskToSave('t3', { name: 'Isolate the shed', ...task }),
    ])
    await record([
      sent(jobId, 'fit.task.t1', 'start', 'begun', { recordedAt: '2026-05-04T08:00:00Z' }),
      sent(jobId, 'fit.task.t1', 'done', 'done', { recordedAt: '2026-05-04T08:25:00Z' }),
      sent(jobId, 'fit.task.t2', 'start', 'begun', { recordedAt: '2026-05-04T09:00:00Z' }),
    ])
    await workOut(db, jobId)
    expect((await view(next)).crewTimes.taskMin).toEqual({})
    await record([
      sent(jobId, 'fit.task.t3', 'start', 'begun', { recordedAt: '2026-05-04T11:00:00Z' }),
      sent(jobId, 'fit.task.t3', 'done', 'done', { recordedAt: '2026-05-04T11:35:00Z' }),
    ])
    await workOut(db, jobId)
    expect((await view(next)).crewTimes.taskMin).toEqual({ isolate: 30 })
    const stranger = await makeCrew()
    const theirs = await makeJob(stranger)
    const seen = await call(USE_CASES.viewJob, db, stranger.actor('lead'), { jobId: theirs })
    expect(seen.crewTimes).toEqual(NO_TIMES)
    const { jobs } = await call(USE_CASES.listJobs, db, crew.actor('lead'), { group: 'coming', today: '2026-01-01' })
    expect(jobs.find(({ id }) => id === jobId)?.facts?.stages.find(({ stage }) => stage === 'fit')?.total).toBe(2)
  })
})
