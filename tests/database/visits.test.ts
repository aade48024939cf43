import { sql } from 'drizzle-orm'
import { unzipSync } from 'fflate'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { fileBytes } from '@/db/queries/files'
import { packById } from '@/db/queries/packs'
import { sealPack } from '@/server/pack/sealPack'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, sent } from '../support/database'
import { recordFaults } from '../support/recordSchema'

let crew: TestCrew
let jobId: string
const seal = () => sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: '21'.repeat(32) })
const recordOfPack = async (packId: string) => {
  const pack = await packById(db, packId)
  const files = unzipSync(await fileBytes(db, pack?.sha256 ?? ''))
  const record: unknown = JSON.parse(new TextDecoder().decode(files['record.json']))
  expect(recordFaults(record)).toEqual([])
  return record as {
    visits: { reason: string }[]
    replaces: { sha256: string } | null
  }
}
const view = async () => call(USE_CASES.viewJob, db, crew.actor('office'), { jobId })
const visit = (change: object = {}) => ({
  id: uuidv7(),
  jobId,
  kind: 'periodic',
  reason: 'Five years on.',
  touched: [],
  openedAt: new Date().toISOString(),
  ...change,
})
const open = (input: object, who: 'lead' | 'hand' | 'office' | 'checker' = 'hand') =>
  call(USE_CASES.openVisit, db, crew.actor(who), input as never)

beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
  await call(USE_CASES.recordReadings, db, crew.actor('hand'), {
    readings: [sent(jobId, 'outage.told', 'answer', 'yes')],
  })
})

describe('a later visit', () => {
  it('is none while the job was never sealed', async () => {
    await expect(open(visit())).rejects.toMatchObject({ status: 409 })
    expect((await view()).record.visits).toEqual([])
  })
  it('opens again what it asks for; the pack sealed then names the one it replaces', async () => {
    const first = await seal()
    const told = async () => benchOf((await view()).record).judgements.get('outage.told')
    expect((await told())?.verdict).toBe('proven')
    const opened = visit()
    await open(opened)
    await open(opened)
    expect((await told())?.why).toContain('a visit was opened on')
    const { record } = await view()
    expect(record.visits.map(({ reason, byName }) => [reason, byName])).toEqual([
      ['Five years on.', crew.actor('hand').name],
    ])
    expect(record.readings.filter(({ pointKey }) => pointKey === 'outage.told')).toHaveLength(1)
    const second = await seal()
    const [before, after] = [await recordOfPack(first), await recordOfPack(second)]
    expect([before.replaces, before.visits]).toEqual([null, []])
    expect(after.replaces?.sha256).toBe((await packById(db, first))?.sha256)
    expect(after.visits.map(({ reason }) => reason)).toEqual(['Five years on.'])
  })
  it.each([
    ['a thing that is not there', { kind: 'fault', touched: ['nobody'] }, 422],
    ['a time to come', { openedAt: '2099-01-01T00:00:00.000Z' }, 422],
    ['no reason', { reason: '   ' }, 422],
    ['a kind that is none', { kind: 'holiday' }, 422],
    ['a list that is none', { touched: 'c1' }, 422],
  ] as const)('is refused with %s', async (_what, change, status) => {
    await expect(open(visit(change))).rejects.toMatchObject({ status })
    expect((await view()).record.visits).toHaveLength(1)
  })
  it('is opened by those who work on the job, and under one id is one', async () => {
    await expect(open(visit(), 'checker')).rejects.toMatchObject({ status: 403 })
    const { visits } = (await view()).record
    await expect(open(visit({ id: visits[0]?.id, reason: 'Something else.' }))).rejects.toMatchObject({ status: 409 })
  })
  it('is neither changed nor removed', async () => {
    await expect(db.execute(sql`update job_visit set reason = 'another' where job_id = ${jobId}`)).rejects.toThrow()
    await expect(db.execute(sql`delete from job_visit where job_id = ${jobId}`)).rejects.toThrow()
  })
})
