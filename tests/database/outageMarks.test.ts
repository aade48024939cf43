import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { outageRunsOf } from '@/core/outage/run/outageRun'
import { takeEntries } from '@/server/takeEntries'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob } from '../support/database'
import { aMark } from '../support/marks'

let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})

const sentMark = (...given: Parameters<typeof aMark>) => {
  const { byName: _by, ...mark } = aMark(...given)
  return { ...mark, id: uuidv7(), jobId }
}
const marks = async () => (await call(USE_CASES.viewJob, db, crew.actor('office'), { jobId })).record.outageMarks

describe('marks of an outage', () => {
  it('of two people stand on one time line, each with its name and its clock', async () => {
    const runId = uuidv7()
    await call(USE_CASES.markOutage, db, crew.actor('lead'), {
      ...sentMark('begun', -9, { subject: 'loaded', runId }),
      id: runId,
    })
    await call(USE_CASES.markOutage, db, crew.actor('hand'), sentMark('back', 2, { runId, device: 'b' }))
    await call(USE_CASES.markOutage, db, crew.actor('lead'), sentMark('out', 0, { runId }))
    const [run] = outageRunsOf(await marks())
    expect(run?.marks.map(({ kind, byName }) => [kind, byName])).toEqual([
      ['begun', crew.actor('lead').name],
      ['out', crew.actor('lead').name],
      ['back', crew.actor('hand').name],
    ])
    expect(run?.phase).toBe('island')
  })
  it('sent twice are one; another one under the same id is a conflict', async () => {
    const mark = sentMark('tripped', 40)
    await call(USE_CASES.markOutage, db, crew.actor('hand'), mark)
    await call(USE_CASES.markOutage, db, crew.actor('hand'), mark)
    expect((await marks()).filter(({ id }) => id === mark.id)).toHaveLength(1)
    await expect(call(USE_CASES.markOutage, db, crew.actor('hand'), { ...mark, kind: 'ended' })).rejects.toMatchObject({
      status: 409,
    })
  })
  it('come out of an outbox in their order, and a bad one does not take the rest along', async () => {
    const entry = (input: object) => ({
      id: uuidv7(),
      useCase: 'markOutage',
      input,
      at: new Date().toISOString(),
      version: 1,
    })
    const told = await takeEntries(db, crew.actor('hand'), {
      entries: [
        entry(sentMark('loadOn', 50, { subject: 'fridge' })),
        entry(sentMark('awake', 55, { subject: 'toaster' })),
        entry(sentMark('streetBack', 60)),
      ],
    })
    expect(told.map(({ outcome }) => outcome)).toEqual(['stored', 'refused', 'stored'])
    expect(told[1]?.message).toContain('router, internet, app, alarm or doorbell')
  })
  it.each([
    ['no such kind', { kind: 'cut' }],
    ['a load without its name', { kind: 'loadOn', subject: null }],
    ['a clock that is off by years', { clockOffsetMs: 1e12 }],
    ['a time that is none', { at: 'yesterday' }],
    ['a figure that no house draws', { kind: 'drawn', subject: 'fridge', value: 1e9 }],
    ['a name with a control character', { kind: 'loadOn', subject: 'a\u0000b' }],
    ['no phone', { device: '' }],
  ] as const)('are refused with %s', async (_what, change) => {
    const before = (await marks()).length
    await expect(
      call(USE_CASES.markOutage, db, crew.actor('lead'), { ...sentMark('out', 0), ...change } as never),
    ).rejects.toMatchObject({ status: 422 })
    expect(await marks()).toHaveLength(before)
  })
  it('are made by those who do the work, in their own crew', async () => {
    for (const role of ['office', 'checker'] as const)
      await expect(call(USE_CASES.markOutage, db, crew.actor(role), sentMark('out', 0))).rejects.toMatchObject({
        status: 403,
      })
    const other = await makeCrew()
    await expect(call(USE_CASES.markOutage, db, other.actor('lead'), sentMark('out', 0))).rejects.toMatchObject({
      status: 404,
    })
  })
  it('are neither changed nor removed', async () => {
    await expect(db.execute(sql`update outage_mark set kind = 'ended' where job_id = ${jobId}`)).rejects.toThrow()
    await expect(db.execute(sql`delete from outage_mark where job_id = ${jobId}`)).rejects.toThrow()
  })
})
