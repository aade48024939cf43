import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { ROLES } from '@/db/schema'
import { type UseCaseName, WHO_MAY } from '@/server/access'
import { Problem } from '@/server/problem'
import { call, callAny } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, sent } from '../support/database'

const NAMES = Object.keys(WHO_MAY) as UseCaseName[]
const asked = async (name: UseCaseName, actor: Parameters<typeof call>[2], input: unknown): Promise<number> => {
  try {
    await callAny(USE_CASES[name], db, actor, input)
    return 200
  } catch (error) {
    if (error instanceof Problem) return error.status
    throw error
  }
}

let own: TestCrew
let other: TestCrew
let jobId: string
beforeAll(async () => {
  own = await makeCrew()
  other = await makeCrew()
  jobId = await makeJob(own)
})

describe.each(NAMES)('%s', (name) => {
  it.each(ROLES)('by a %s', async (role) => {
    const status = await asked(name, own.actor(role), {})
    const may = (WHO_MAY[name] as readonly string[]).includes(role)
    // an empty input is refused for what it lacks only once the role has passed
    if (may) expect(status).not.toBe(403)
    else expect(status).toBe(403)
  })
})

it('knows every use case by its own name', () => {
  expect(NAMES.map((name) => USE_CASES[name].name)).toEqual(NAMES)
})

describe('another crew’s job', () => {
  const IN_A_JOB: Partial<Record<UseCaseName, (job: string) => object>> = {
    viewJob: (job) => ({ jobId: job }),
    changeJob: (job) => ({ jobId: job, version: 1 }),
    saveItem: (job) => ({
      jobId: job,
      kind: 'electrode',
      itemId: uuidv7(),
      fields: { tag: 'x', kind: 'rod', targetOhm: 100 },
    }),
    removeItem: (job) => ({ jobId: job, kind: 'electrode', itemId: uuidv7() }),
    takeComponents: (job) => ({ jobId: job, components: [], gone: [uuidv7()] }),
    saveLoads: (job) => ({ jobId: job, loads: [], gone: [uuidv7()] }),
    takeBackPlan: (job) => ({ jobId: job, revision: 1 }),
    choosePlan: (job) => ({ jobId: job, school: 'automaticWholeHome', reason: 'because it fits', gapClass: 'blink' }),
    addPicture: (job) => ({ id: uuidv7(), jobId: job, subject: 'inv1', bytes: new Uint8Array(4) }),
    addRecording: (job) => ({
      readingId: uuidv7(),
      jobId: job,
      pointKey: 'outage.gap',
      recordedAt: new Date().toISOString(),
      files: [{ name: 'a.csv', bytes: new Uint8Array(4) }],
    }),
    readGateway: (job) => ({ jobId: job, slot: 'read' }),
    overrideHold: (job) => ({
      id: uuidv7(),
      jobId: job,
      step: 'firstIsland',
      condition: 'told',
      reason: 'they all know already',
    }),
    requestPack: (job) => ({ jobId: job }),
    downloadPack: (job) => ({ jobId: job, packId: uuidv7() }),
    makeCustomerLink: (job) => ({ jobId: job, packId: uuidv7(), days: 3 }),
    withdrawCustomerLink: (job) => ({ jobId: job, linkId: uuidv7() }),
  }
  it.each(Object.keys(IN_A_JOB) as UseCaseName[])('is not there for %s', async (name) => {
    const role = WHO_MAY[name][0]
    expect(await asked(name, other.actor(role), IN_A_JOB[name]?.(jobId))).toBe(404)
  })
  it('takes no readings, and is not listed', async () => {
    const [told] = await call(USE_CASES.recordReadings, db, other.actor('lead'), {
      readings: [sent(jobId, 'outage.told', 'answer', 'yes')],
    })
    expect(told).toMatchObject({ outcome: 'refused', message: 'There is no such job in your crew.' })
    const { jobs } = await call(USE_CASES.listJobs, db, other.actor('lead'), { group: 'coming', today: '2026-01-01' })
    expect(jobs.map(({ id }) => id)).not.toContain(jobId)
  })
})
