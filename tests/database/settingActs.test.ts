import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, owner } from '../support/database'
import { type FixedGateway, startFixedGateway } from '../support/fixedGateway'
import { freePort } from '../support/freePort'

let crew: TestCrew
let gateway: FixedGateway | null = null
beforeAll(async () => {
  crew = await makeCrew()
})
afterEach(async () => {
  vi.unstubAllEnvs()
  await gateway?.close()
  gateway = null
})
const lead = () => crew.actor('lead')
const acts = (jobId: string) => call(USE_CASES.viewSettingActs, db, lead(), { jobId })
/** What was done with the device, without what was planned when the job was made. */
const doneWith = async (jobId: string) => (await acts(jobId)).filter(({ kind }) => kind !== 'planned')

/** A job with a gateway of its own, which answers on this machine. */
async function jobWithGateway(): Promise<{ jobId: string; port: number }> {
  const port = await freePort()
  gateway = await startFixedGateway(port, { reserveSocPercent: 35 })
  vi.stubEnv('AWLBRIGHT_GATEWAY', `127.0.0.1:${port}`)
  const jobId = await makeJob(crew)
  const { version } = await call(USE_CASES.viewJob, db, lead(), { jobId })
  await call(USE_CASES.changeJob, db, lead(), { jobId, version, gatewayHost: '127.0.0.1', gatewayPort: port })
  return { jobId, port }
}
const write = (jobId: string, value: number | null = 40, key = 'reserveSocPercent') =>
  call(USE_CASES.writeSetting, db, lead(), { jobId, key, value })
const allow = (jobId: string, reason = 'The maker’s own tool is not at hand', by: 'lead' | 'hand' = 'lead') =>
  call(USE_CASES.allowWriting, db, crew.actor(by), { jobId, allow: true, reason })

describe('a real gateway', () => {
  it('is written to by nobody before a lead has allowed it with a reason, and then always with what was read back', async () => {
    const { jobId, port } = await jobWithGateway()
    await expect(write(jobId)).rejects.toMatchObject({ status: 409, message: expect.stringMatching(/before a lead/) })
    await expect(allow(jobId, 'because')).rejects.toMatchObject({ status: 422, issues: [{ path: 'reason' }] })
    await expect(allow(jobId, undefined, 'hand')).rejects.toMatchObject({ status: 403 })
    await expect(write(jobId)).rejects.toMatchObject({ status: 409 })
    await allow(jobId)
    expect(await write(jobId)).toEqual({ written: 40, before: 35, readBack: 40 })
    expect(await doneWith(jobId)).toMatchObject([
      { kind: 'written', key: 'reserveSocPercent', before: 35, value: 40, readBack: 40, address: `127.0.0.1:${port}` },
      { kind: 'writeBegun', key: 'reserveSocPercent', value: 40, address: `127.0.0.1:${port}` },
      { kind: 'writingAllowed', address: `127.0.0.1:${port}`, reason: 'The maker’s own tool is not at hand' },
    ])
  })

  it('that does not answer was told something all the same, and the record says so', async () => {
    const { jobId, port } = await jobWithGateway()
    await allow(jobId)
    await gateway?.close()
    await expect(write(jobId, 45)).rejects.toThrow()
    expect((await doneWith(jobId))[0]).toMatchObject({
      kind: 'writeBegun',
      value: 45,
      readBack: null,
      address: `127.0.0.1:${port}`,
    })
  })

  it('is given settings alone, and no orders of the moment', async () => {
    const { jobId } = await jobWithGateway()
    await allow(jobId)
    for (const [key, value] of [
      ['forcedW', 1500],
      ['reserveSocPercent', null],
      ['houseW', 10],
    ] as const)
      await expect(write(jobId, value, key)).rejects.toMatchObject({ status: 409 })
    expect((await doneWith(jobId)).map(({ kind }) => kind)).toEqual(['writingAllowed'])
  })

  it('at another address is another device, and what was allowed is taken back', async () => {
    const { jobId } = await jobWithGateway()
    await allow(jobId)
    await call(USE_CASES.allowWriting, db, lead(), { jobId, allow: false })
    await expect(write(jobId)).rejects.toMatchObject({ status: 409 })
    await allow(jobId)
    await gateway?.close()
    const port = await freePort()
    gateway = await startFixedGateway(port, { reserveSocPercent: 35 })
    vi.stubEnv('AWLBRIGHT_GATEWAY', `127.0.0.1:${port}`)
    const { version } = await call(USE_CASES.viewJob, db, lead(), { jobId })
    await call(USE_CASES.changeJob, db, lead(), { jobId, version, gatewayHost: '127.0.0.1', gatewayPort: port })
    await expect(write(jobId)).rejects.toMatchObject({ status: 409 })
  })
})

describe('the history of settings', () => {
  const save = (jobId: string, itemId: string, fields: object) =>
    call(USE_CASES.saveItem, db, lead(), {
      jobId,
      kind: 'setting',
      itemId,
      fields: { key: 'exportLimitW', label: 'Export limit', value: 3000, unit: 'W', tolerance: 0, ...fields },
    })

  it('has a line for each change of the plan, with its reason, and none for what stays as it was', async () => {
    const jobId = await makeJob(crew)
    const itemId = uuidv7()
    await save(jobId, itemId, { why: 'As the operator permits' })
    await save(jobId, itemId, { why: 'As the operator permits', tolerance: 10 })
    await save(jobId, itemId, { value: 2500, why: 'The permission came with less' })
    await call(USE_CASES.removeItem, db, lead(), { jobId, kind: 'setting', itemId })
    const own = (await acts(jobId)).filter(({ key }) => key === 'exportLimitW')
    expect(own.map(({ kind, before, value, reason }) => [kind, before, value, reason])).toEqual([
      ['removed', 2500, null, null],
      ['planned', 3000, 2500, 'The permission came with less'],
      ['planned', null, 3000, 'As the operator permits'],
    ])
  })

  it('belongs to its crew, and is changed by nobody', async () => {
    const jobId = await makeJob(crew)
    await save(jobId, uuidv7(), {})
    const others = await makeCrew()
    await expect(call(USE_CASES.viewSettingActs, db, others.actor('lead'), { jobId })).rejects.toMatchObject({
      status: 404,
    })
    await expect(db.execute(sql`update setting_act set value = 1 where job_id = ${jobId}`)).rejects.toThrow()
    await expect(owner.db.execute(sql`delete from setting_act where job_id = ${jobId}`)).rejects.toThrow()
  })
})
