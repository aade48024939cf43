import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import type { WiringLayer } from '@/core/installation/wiring'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { startFixedGateway } from '../support/fixedGateway'
import { type TestCrew, db, makeCrew, makeJob, owner } from '../support/database'
import { freePort } from '../support/freePort'
import { house } from '../support/house'

const graph = startingTopology(house())
let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})
const asked = (
  base: number,
  change: { id?: string; layer?: WiringLayer; graph?: unknown; note?: string; madeAt?: string } = {},
) => ({
  id: uuidv7(),
  jobId,
  layer: 'planned',
  base,
  note: 'Begun from the plan',
  madeAt: '2026-05-04T08:00:00.000Z',
  graph,
  ...change,
})
const save = (input: object, by: 'lead' | 'hand' | 'office' | 'checker' = 'lead') =>
  call(USE_CASES.saveWiring, db, crew.actor(by), input)
const wiring = async () => (await call(USE_CASES.viewJob, db, crew.actor('lead'), { jobId })).record.installation.wiring

describe('the wiring of a job', () => {
  it('is stored as revisions, the latest of each layer standing', async () => {
    expect(await wiring()).toEqual({ planned: null, wired: null })
    await save(asked(0))
    const renamed: InstallationGraph = {
      ...graph,
      nodes: graph.nodes.map((node) => (node.id === 'home' ? { ...node, name: 'Consumer unit' } : node)),
    }
    await save(asked(1, { graph: renamed, note: 'Renamed' }), 'office')
    await save(asked(0, { layer: 'wired' }), 'hand')
    expect(await wiring()).toMatchObject({
      planned: { number: 2, note: 'Renamed', madeByName: 'Test office', graph: renamed },
      wired: { number: 1, madeByName: 'Test hand', graph },
    })
  })
  it('sent twice is stored once; made on an older one it is refused and nothing changes', async () => {
    const { planned } = await wiring()
    const input = asked(planned!.number)
    expect([await save(input), await save(input)]).toEqual([
      { number: planned!.number + 1 },
      { number: planned!.number + 1 },
    ])
    await expect(save(asked(planned!.number))).rejects.toMatchObject({
      status: 409,
      message: expect.stringMatching(/Somebody else changed the wiring/),
    })
    const both = await Promise.allSettled([save(asked(planned!.number + 1)), save(asked(planned!.number + 1))])
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
    expect((await wiring()).planned?.number).toBe(planned!.number + 2)
  })
  it('is changed by who may: a hand writes down what is wired, never the plan; a checker neither', async () => {
    await expect(save(asked(99), 'hand')).rejects.toMatchObject({
      status: 403,
      message: expect.stringMatching(/plan of the wiring/),
    })
    await expect(save(asked(99), 'checker')).rejects.toMatchObject({ status: 403 })
    const stranger = await makeCrew()
    await expect(call(USE_CASES.saveWiring, db, stranger.actor('lead'), asked(99))).rejects.toMatchObject({
      status: 404,
    })
  })
  it.each<[string, object, string]>([
    [
      'a kind of place nobody knows',
      { graph: { ...graph, nodes: [{ id: 'supply', kind: 'cloud' }] } },
      'graph.nodes[0].kind',
    ],
    [
      'more places than a house has',
      { graph: { ...graph, nodes: Array.from({ length: 501 }, (_, k) => ({ id: `n${k}`, kind: 'bus' })) } },
      'graph.nodes',
    ],
    [
      'a switch without a position',
      { graph: { ...graph, devices: [{ id: 'x', kind: 'manual', positions: [], lockable: true, bypass: false }] } },
      'graph.devices[0].positions',
    ],
    ['a wiring that is none', { graph: 7 }, 'graph'],
    ['no note', { note: '' }, 'note'],
    ['an instant that is none', { madeAt: 'today' }, 'madeAt'],
    ['half a revision', { base: 0.5 }, 'base'],
  ])('refuses %s, by its path', async (_name, change, path) => {
    const before = await wiring()
    await expect(save({ ...asked(0), ...change })).rejects.toMatchObject({
      status: 422,
      issues: expect.arrayContaining([expect.objectContaining({ path })]),
    })
    expect(await wiring()).toEqual(before)
  })
  it('with a loose end is kept and told, and holds everything live', async () => {
    const own = await makeJob(crew)
    const loose: InstallationGraph = {
      ...graph,
      edges: graph.edges.map((edge) => (edge.id === 'lead.inv1' ? { ...edge, to: 'nowhere' } : edge)),
    }
    await save({ ...asked(0, { layer: 'wired', graph: loose }), jobId: own })
    const bench = benchOf((await call(USE_CASES.viewJob, db, crew.actor('lead'), { jobId: own })).record)
    expect(bench.judgements.get('wire.positions')).toMatchObject({
      verdict: 'stop',
      why: expect.stringContaining('It ends at “nowhere”'),
    })
    expect(bench.holds[0]).toMatchObject({ released: false, step: { id: 'firstLive' } })
  })
  it('is nobody’s to change or delete afterwards, not even the owner’s', async () => {
    await expect(db.execute(sql`update wiring_revision set note = 'x'`)).rejects.toThrow()
    await expect(owner.db.execute(sql`delete from wiring_revision`)).rejects.toThrow()
  })
})

describe('core colours', () => {
  it('are one convention for a job, and tell every core apart', async () => {
    const set = (colours: object, by: 'lead' | 'hand' = 'lead') =>
      call(USE_CASES.setCoreColours, db, crew.actor(by), { jobId, colours })
    await set({ L1: '', N: 'black, sleeved blue', PE: '' })
    expect((await call(USE_CASES.viewJob, db, crew.actor('lead'), { jobId })).record.installation.coreColours).toEqual({
      N: 'black, sleeved blue',
    })
    await expect(set({ N: 'brown' })).rejects.toMatchObject({
      status: 422,
      message: expect.stringMatching(/Two cores of this job would be brown/),
    })
    await expect(set({ N: 'grey' }, 'hand')).rejects.toMatchObject({ status: 403 })
    await set({})
    expect((await call(USE_CASES.viewJob, db, crew.actor('lead'), { jobId })).record.installation.coreColours).toEqual(
      {},
    )
  })
})

describe('the gateway’s meter', () => {
  it('is read live, and the stand-in’s load can be rehearsed with; a real gateway’s cannot', async () => {
    const port = await freePort()
    const standIn = await startFixedGateway(port)
    const before = process.env.AWLBRIGHT_GATEWAY
    process.env.AWLBRIGHT_GATEWAY = `127.0.0.1:${port}`
    try {
      const read = async () => (await call(USE_CASES.readMeter, db, crew.actor('hand'), { jobId })).watts
      const base = (await read()).L1!
      await call(USE_CASES.rehearseLoad, db, crew.actor('hand'), { jobId, phase: 'L1', watts: 2000 })
      const loaded = await read()
      expect(loaded.L1! - base).toBeGreaterThan(1900)
      expect(loaded.L1! - base).toBeLessThan(2100)
      expect(loaded.L2).toBeLessThan(400)
      await expect(
        call(USE_CASES.rehearseLoad, db, crew.actor('hand'), { jobId, phase: 'L1', watts: -5 }),
      ).rejects.toMatchObject({ status: 422 })
      const own = await makeJob(crew)
      const { version } = await call(USE_CASES.viewJob, db, crew.actor('lead'), { jobId: own })
      await call(USE_CASES.changeJob, db, crew.actor('lead'), {
        jobId: own,
        version,
        gatewayHost: '127.0.0.1',
        gatewayPort: port,
      })
      expect(await call(USE_CASES.readMeter, db, crew.actor('hand'), { jobId: own })).toMatchObject({
        isStandIn: false,
      })
      await expect(
        call(USE_CASES.rehearseLoad, db, crew.actor('hand'), { jobId: own, phase: 'L1', watts: 10 }),
      ).rejects.toMatchObject({ status: 409 })
    } finally {
      if (before === undefined) delete process.env.AWLBRIGHT_GATEWAY
      else process.env.AWLBRIGHT_GATEWAY = before
      await standIn.close()
    }
  })
  it('that does not answer is told as it is', async () => {
    const own = await makeJob(crew)
    const { version } = await call(USE_CASES.viewJob, db, crew.actor('lead'), { jobId: own })
    const port = await freePort()
    await call(USE_CASES.changeJob, db, crew.actor('lead'), {
      jobId: own,
      version,
      gatewayHost: '127.0.0.1',
      gatewayPort: port,
    })
    vi.stubEnv('AWLBRIGHT_GATEWAY', `127.0.0.1:${port}`)
    await expect(call(USE_CASES.readMeter, db, crew.actor('lead'), { jobId: own })).rejects.toMatchObject({
      status: 502,
      message: expect.stringMatching(/No gateway answers/),
    })
    // any other port of the server itself is not asked at all
    vi.stubEnv('AWLBRIGHT_GATEWAY', '')
    await expect(call(USE_CASES.readMeter, db, crew.actor('lead'), { jobId: own })).rejects.toMatchObject({
      status: 409,
      message: expect.stringMatching(/this server itself/),
    })
    vi.unstubAllEnvs()
  })
})
