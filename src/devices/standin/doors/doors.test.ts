import { readFileSync, readdirSync } from 'node:fs'
import { connect } from 'node:net'
import { type AddressInfo } from 'node:net'
import Modbus from 'jsmodbus'
import mqtt from 'mqtt'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { RULE_PACKS } from '@/core/rules/packs'
import { readRecording } from '@/core/outage/readRecording'
import { analyseRecording } from '@/core/outage/analyseRecording'
import { readGateway, readLive, writePoint } from '../../gatewayClient'
import { MAP_START, MODULE_UNIT } from '../../registerMap'
import { Street } from '../street'
import { openControlDoor } from './controlDoor'
import type { HouseReport } from './houseReport'
import { openBroker } from './mqttDoor'

const ID = '018f0000-0000-7000-8000-000000000201'
const jobs = readdirSync('demo/jobs').map(
  (file) => JSON.parse(readFileSync(`demo/jobs/${file}`, 'utf8')) as Record<string, unknown>,
)
type Report = HouseReport & { modbusPort: number; mqttPort: number; topic: string; message?: string }

let street: Street
let server: Awaited<ReturnType<typeof openControlDoor>>
let base: string

beforeAll(async () => {
  street = new Street(await openBroker(0), 3)
  server = await openControlDoor(0, street)
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(async () => {
  server.closeAllConnections()
  server.close()
  await street.close()
})

async function ask(path: string, method = 'GET', body?: unknown): Promise<{ status: number; report: Report }> {
  const response = await fetch(base + path, { method, body: body === undefined ? undefined : JSON.stringify(body) })
  return { status: response.status, report: (await response.json()) as Report }
}
const act = (name: string, input: object) => ask(`/houses/${ID}/acts/${name}`, 'POST', input)
/** A paused house of the first demo job: it lives only as the test steps it. */
async function paused(): Promise<Report> {
  const { report } = await ask(`/houses/${ID}`, 'PUT', jobs[0])
  await act('speed', { speed: 0 })
  return report
}

/** A Modbus client of another make. */
async function withClient<T>(
  port: number,
  unit: number,
  work: (client: Modbus.ModbusTCPClient) => Promise<T>,
): Promise<T> {
  const socket = connect(port, '127.0.0.1')
  const client = new Modbus.client.TCP(socket, unit)
  await new Promise<void>((ready) => socket.once('connect', ready))
  try {
    return await work(client)
  } finally {
    socket.destroy()
  }
}

describe('the doors of a stand-in house', () => {
  it('are read and written by a Modbus client of another make, whole points only', async () => {
    const { modbusPort } = await paused()
    await withClient(modbusPort, 1, async (client) => {
      const { response } = await client.readHoldingRegisters(MAP_START, 6)
      expect(response.body.valuesAsArray.slice(0, 3)).toEqual([0x4177, 0x6c62, 7001])
      // 7001 has 6 registers, so that 7002 begins at its own head, and the reserve is its first point
      const reserveAt = MAP_START + 2 + 2 + 6 + 2
      await client.writeSingleRegister(reserveAt, 355)
      const back = await client.readHoldingRegisters(reserveAt, 3)
      expect(back.response.body.valuesAsArray[0]).toBe(355)
      await client.writeMultipleRegisters(reserveAt + 1, [0, 4200])
      const limit = await client.readHoldingRegisters(reserveAt + 1, 2)
      expect(limit.response.body.valuesAsArray).toEqual([0, 4200])
      await expect(client.writeSingleRegister(reserveAt + 1, 1)).rejects.toMatchObject({ err: 'ModbusException' })
      await expect(client.writeSingleRegister(MAP_START, 1)).rejects.toMatchObject({ err: 'ModbusException' })
    })
    expect((await readGateway('127.0.0.1', modbusPort)).values.get('reserveSocPercent')).toBe(35.5)
  })
  it('show each module under a unit number of its own, and nothing for one that is dead', async () => {
    const { modbusPort, modules } = await paused()
    const charge = () =>
      withClient(modbusPort, MODULE_UNIT + 1, async (client) => {
        const { response } = await client.readHoldingRegisters(MAP_START + 4, 1)
        return response.body.valuesAsArray[0]
      })
    expect(await charge()).toBe(Math.round((modules[1]?.soc ?? 0) * 1000))
    await act('hide', { faults: [{ kind: 'deadModule', at: 1 }] })
    await expect(charge()).rejects.toMatchObject({ err: 'ModbusException' })
    expect((await readLive('127.0.0.1', modbusPort)).counts.get('modulesReported')).toBe(modules.length - 1)
  })
  it('write through the app’s own client with what is read back, and refuse what does not fit', async () => {
    const { modbusPort } = await paused()
    expect(await writePoint('127.0.0.1', modbusPort, 'forcedW', -1500)).toEqual({ before: null, readBack: -1500 })
    await act('step', { seconds: 20 })
    expect((await readLive('127.0.0.1', modbusPort)).live.get('batteryW')).toBe(-1500)
    expect(await writePoint('127.0.0.1', modbusPort, 'forcedW', null)).toEqual({ before: -1500, readBack: null })
    await expect(writePoint('127.0.0.1', modbusPort, 'reserveSocPercent', 9000)).rejects.toThrow(/Nothing was written/)
    await expect(writePoint('127.0.0.1', modbusPort, 'houseW', 1)).rejects.toThrow(/no houseW that can be set/)
  })
  it('push live values and events over MQTT, and let nobody else publish', async () => {
    const { mqttPort, topic } = await paused()
    const listener = await mqtt.connectAsync(`mqtt://127.0.0.1:${mqttPort}`, { reconnectPeriod: 0 })
    const heard: { topic: string; message: Record<string, unknown> }[] = []
    listener.on('message', (at, bytes) => {
      heard.push({ topic: at, message: JSON.parse(bytes.toString()) as Record<string, unknown> })
    })
    await listener.subscribeAsync(`${topic}/#`)
    await act('street', { state: 'dead' })
    await act('step', { seconds: 2 })
    await expect
      .poll(() => heard.filter(({ topic: at }) => at.endsWith('/event')).map(({ message }) => message.kind), {
        timeout: 4000,
      })
      .toContain('islandStarted')
    await expect
      .poll(() => heard.map(({ message }) => (message.values as { mode?: string } | undefined)?.mode), {
        timeout: 4000,
      })
      .toContain('island')
    // the meter by phase is the same on both doors
    const pushed = heard.findLast(({ topic: at }) => at.endsWith('/live'))?.message.values
    const { meter } = await readLive('127.0.0.1', (await paused()).modbusPort)
    expect(Object.keys((pushed as { gridPhaseW: object }).gridPhaseW)).toEqual(Object.keys(meter))
    const put = new Promise<void>((gone) => listener.once('close', gone))
    listener.publish(`${topic}/live`, '{}')
    await put
    listener.end(true)
  })
  it('hand over what a recorder and a logger would have written, and what an instrument shows', async () => {
    await paused()
    await act('step', { seconds: 5 })
    await act('street', { state: 'dead' })
    for (let k = 0; k < 5; k++) await act('step', { seconds: 1 })
    const bytes = new Uint8Array(await (await fetch(`${base}/houses/${ID}/captures/0`)).arrayBuffer())
    const { gap } = analyseRecording(
      readRecording([{ name: 'capture.cff', bytes }]),
      RULE_PACKS['iec-1ph-230'],
    ).analysis
    const { report } = await ask(`/houses/${ID}`)
    expect(report.captures).toHaveLength(1)
    expect(gap?.longestPhaseMs).toBeGreaterThan(30)
    expect(gap?.longestPhaseMs).toBeLessThan(250)
    const log = (await (await fetch(`${base}/houses/${ID}/log.csv`)).text()).trim().split('\n')
    expect(log.length).toBeGreaterThan(5)
    const shows = async (question: string) =>
      (await (await fetch(`${base}/houses/${ID}/tester?question=${question}`)).json()) as { value: number | null }
    expect((await shows('neutralEarth')).value).toBeLessThan(1)
    await act('hide', { faults: [{ kind: 'missingBond' }] })
    await act('street', { state: 'healthy' })
    await act('step', { seconds: 90 })
    await act('street', { state: 'dead' })
    await act('step', { seconds: 2 })
    expect((await shows('neutralEarth')).value).toBeGreaterThan(50)
    expect((await shows('loop')).value).toBeNull()
  })
  it('show through the maker’s cloud what was a minute ago, and old figures for as long as the router is down', async () => {
    await paused()
    const cloud = async () => (await (await fetch(`${base}/cloud/${ID}`)).json()) as { ageS: number } | null
    expect(await cloud()).toBeNull()
    await act('step', { seconds: 1 })
    for (let k = 0; k < 70; k++) await act('step', { seconds: 1 })
    const before = await cloud()
    expect(before?.ageS).toBeGreaterThanOrEqual(60)
    expect(before?.ageS).toBeLessThan(63)
    const router = (await ask(`/houses/${ID}`)).report.loads.find(({ name }) => /router/i.test(name))
    await act('load', { tag: router?.tag, control: 'off' })
    for (let k = 0; k < 20; k++) await act('step', { seconds: 10 })
    expect((await cloud())?.ageS).toBeGreaterThan(190)
  })
  it('answer bad input with what is wrong, and go on', async () => {
    await paused()
    const results = await Promise.all([
      ask('/houses/018f0000-0000-7000-8000-000000009999'),
      ask('/nowhere'),
      act('burn', {}),
      act('street', { state: 'gone' }),
      act('load', { tag: 'moon', control: 'on' }),
      act('hide', { faults: [{ kind: 'deadModule', at: 60 }] }),
      act('switch', { at: 'own' }),
      ask(`/houses/${ID}`, 'PUT', { name: 'no house' }),
      ask(`/houses/${ID}/captures/7`),
      ask(`/houses/${ID}/tester?question=soul`),
    ])
    expect(results.map(({ status }) => status)).toEqual([404, 404, 404, 422, 404, 404, 404, 422, 404, 404])
    expect(results.every(({ report }) => typeof report.message === 'string')).toBe(true)
    const broken = await fetch(`${base}/houses/${ID}`, { method: 'PUT', body: '{' })
    expect(broken.status).toBe(400)
    const huge = await fetch(`${base}/houses/${ID}`, { method: 'PUT', body: 'x'.repeat(3 * 1024 * 1024) }).catch(
      () => null,
    )
    expect(huge === null || huge.status === 413).toBe(true)
    expect((await ask(`/houses/${ID}`)).status).toBe(200)
  })
  it('take down the house that nobody looked at for longest, so that there are never too many', async () => {
    for (let k = 0; k < 4; k++)
      expect(
        (await ask(`/houses/018f0000-0000-7000-8000-0000000003${String(k).padStart(2, '0')}`, 'PUT', jobs[3])).status,
      ).toBe(200)
    expect(street.count).toBe(3)
    expect((await ask('/houses/018f0000-0000-7000-8000-000000000300')).status).toBe(404)
  })
})
