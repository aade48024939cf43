import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { rulesOf } from '@/core/installation/rulesOf'
import type { LimitKey } from '@/core/rules/rulePack'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob } from '../support/database'

let crew: TestCrew
let jobId: string
type Role = 'lead' | 'hand' | 'office' | 'checker'
const limit = (key: LimitKey, value: number | null, change: object = {}) => ({
  id: uuidv7(),
  key,
  value,
  reason: 'The operator here asks for it',
  ...change,
})
const setForJob = (input: object, who: Role = 'lead') =>
  call(USE_CASES.setJobLimit, db, crew.actor(who), { jobId, ...input } as never)
const setForCrew = (input: object, who: Role = 'lead') =>
  call(USE_CASES.setCrewLimit, db, crew.actor(who), { packId: 'iec-1ph-230', ...input } as never)
const recordOfJob = async (id = jobId) =>
  (await call(USE_CASES.viewJob, db, crew.actor('office'), { jobId: id })).record

beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})

describe('a limit set for one job', () => {
  it('counts in every judgement of it, with the name of who set it', async () => {
    await setForJob(limit('continuityMax', 1))
    const { installation } = await recordOfJob()
    expect(rulesOf(installation).limits.continuityMax.value).toBe(1)
    expect(installation.ownLimits[0]).toMatchObject({ key: 'continuityMax', byName: crew.actor('lead').name })
    expect(benchOf(await recordOfJob()).context.pack.limits.continuityMax.basis).toContain('The operator here asks')
  })

  it('sent twice is set once, and another under its id is a conflict', async () => {
    const one = limit('likeStringsShare', 0.05)
    await setForJob(one)
    await setForJob(one)
    await expect(setForJob({ ...one, value: 0.06 })).rejects.toMatchObject({ status: 409 })
    const own = (await recordOfJob()).installation.ownLimits.filter(({ key }) => key === 'likeStringsShare')
    expect(own.map(({ value }) => value)).toEqual([0.05])
  })

  it('is refused beyond its bounds, where nobody sets it, without a reason, and from anybody but a lead', async () => {
    const before = (await recordOfJob()).installation.ownLimits.length
    await expect(setForJob(limit('continuityMax', 5))).rejects.toMatchObject({
      status: 422,
      issues: [{ path: 'value', message: expect.stringMatching(/0\.1\s*Ω to 2\s*Ω/) as string }],
    })
    await expect(setForJob(limit('touchVoltageMax', 40))).rejects.toMatchObject({ status: 422 })
    await expect(setForJob(limit('continuityMax', 1, { reason: 'so' }))).rejects.toMatchObject({ status: 422 })
    await expect(setForJob(limit('noSuchLimit' as LimitKey, 1))).rejects.toMatchObject({ status: 422 })
    for (const who of ['hand', 'office', 'checker'] as const)
      await expect(setForJob(limit('continuityMax', 1), who)).rejects.toMatchObject({ status: 403 })
    expect((await recordOfJob()).installation.ownLimits).toHaveLength(before)
  })

  it('belongs to its crew, and stays as it was written', async () => {
    const other = await makeCrew()
    await expect(
      call(USE_CASES.setJobLimit, db, other.actor('lead'), { jobId, ...limit('continuityMax', 1) } as never),
    ).rejects.toMatchObject({ status: 404 })
    for (const table of ['job_limit', 'crew_limit']) {
      await expect(db.execute(sql.raw(`update ${table} set reason = 'another reason'`))).rejects.toThrow()
      await expect(db.execute(sql.raw(`delete from ${table}`))).rejects.toThrow()
    }
  })
})

describe('a limit of the crew', () => {
  it('is what its next jobs of that region begin with, and no job that is there already', async () => {
    await setForCrew(limit('voltageDropMaxPercent', 4))
    await setForCrew(limit('voltageDropMaxPercent', 2))
    await setForCrew(limit('ladderMarginShare', 0.8))
    await setForCrew(limit('ladderMarginShare', null))
    const [next, elsewhere] = [uuidv7(), uuidv7()]
    const job = { name: 'Next', place: 'Invented lane', scheduledDay: null }
    const make = (id: string, packId: string) =>
      call(USE_CASES.createJob, db, crew.actor('lead'), { id, packId, ...job } as never)
    await make(next, 'iec-1ph-230')
    await make(next, 'iec-1ph-230')
    await make(elsewhere, 'na-split-240')
    const own = (await recordOfJob(next)).installation.ownLimits
    expect(own.map(({ key, value, byName }) => [key, value, byName])).toEqual([
      ['voltageDropMaxPercent', 2, crew.actor('lead').name],
    ])
    expect((await recordOfJob(elsewhere)).installation.ownLimits).toEqual([])
    expect(rulesOf((await recordOfJob()).installation).limits.voltageDropMaxPercent.value).toBe(3)
  })

  it('is set by a lead alone, seen by all of the crew and by no other', async () => {
    await expect(setForCrew(limit('ladderMarginShare', 0.7), 'office')).rejects.toMatchObject({ status: 403 })
    await expect(setForCrew(limit('ladderMarginShare', 2))).rejects.toMatchObject({ status: 422 })
    const seen = await call(USE_CASES.viewCrew, db, crew.actor('hand'), {})
    expect(seen.limits.map(({ key, value }) => [key, value])).toContainEqual(['voltageDropMaxPercent', 2])
    const other = await makeCrew()
    expect((await call(USE_CASES.viewCrew, db, other.actor('lead'), {})).limits).toEqual([])
  })
})
