import { MessageChannel } from 'node:worker_threads'
import { type Endpoint, expose, wrap } from 'comlink'
import nodeEndpoint from 'comlink/dist/umd/node-adapter'
import { afterAll, describe, expect, it } from 'vitest'
import type { KnownSystem } from '@/core/plan/autonomy'
import { planCalls } from './planCalls'

const { port1, port2 } = new MessageChannel()
const endpoint = (port: unknown) => (nodeEndpoint as unknown as (port: unknown) => Endpoint)(port)
expose(planCalls, endpoint(port1))
const calls = wrap<typeof planCalls>(endpoint(port2))
afterAll(() => port1.close())

const year = { stepH: 1, loadW: new Float64Array(8760).fill(500), pvW: new Float64Array(8760) }
const system: KnownSystem = {
  capacityWh: 5000,
  chargeEfficiency: 1,
  dischargeEfficiency: 1,
  chargeLimitW: 2000,
  dischargeLimitW: 2000,
  reserveSoc: 1,
  floorSoc: 0,
  initialSoc: 1,
  gridCharge: null,
  loadShare: 1,
  standbyW: 0,
  pvShare: 1,
  maxHours: 48,
  ensHours: 24,
}

describe('the plan worker’s calls over a channel', () => {
  it('try an outage from every hour of the year', async () => {
    const result = await calls.year(year, system)
    if (!result.ok) throw new Error(result.error.message)
    expect([result.value?.p50H, result.value?.curve.length, result.value?.lastsH.length]).toEqual([10, 49, 8760])
    expect(await calls.year(year, { ...system, capacityWh: null })).toEqual({ ok: true, value: null })
  })
  it('hand over what a person can put right as a value', async () => {
    const short = { ...year, loadW: new Float64Array(8783) }
    expect(await calls.year(short, system)).toEqual({
      ok: false,
      error: { path: 'profile', message: expect.stringContaining('8783 rows') },
    })
    expect(
      await calls.sizes(year, [{ moduleCount: 1, system }], {
        kind: 'file',
        prices: new Float64Array(100),
        exportPrice: 0,
      }),
    ).toEqual({ ok: false, error: { path: 'tariff', message: expect.stringContaining('100 rows') } })
  })
})
