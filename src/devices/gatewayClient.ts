import ModbusRTU from 'modbus-serial'
import {
  END_MODEL,
  GATEWAY_UNIT,
  MAP_MARKER,
  MAP_START,
  METER_MODEL,
  type ModelRole,
  REGISTER_MODELS,
  REHEARSAL_START,
  RegisterRangeError,
  decodePoint,
  encodePoint,
} from './registerMap'

/** What could not be read from a gateway, in words for the crew. */
export class GatewayError extends Error {
  override name = 'GatewayError'
}

export interface GatewayReadout {
  /** Value of every known point the gateway gives. */
  values: Map<string, number>
  /** Registers of models this program does not know, by `model7099.r0`: shown, never dropped. */
  unknown: Map<string, number>
}

/** Bounds for a device that answers nonsense. */
const MAX_MODELS = 32
const MAX_BLOCK = 120
const TIMEOUT_MS = 3000
/** A device that answers each register just in time is still let go. */
const WALK_MS = 12_000

/** A block of the map as the device lays it out: its model and where its registers begin. */
interface Block {
  id: number
  at: number
  length: number
}

/** Does something with a connected device, and lets it go. @throws GatewayError in words, whatever went wrong */
async function withDevice<T>(host: string, port: number, work: (client: ModbusRTU) => Promise<T>): Promise<T> {
  const client = new ModbusRTU()
  client.setTimeout(TIMEOUT_MS)
  try {
    const silent = `No gateway answers at ${host}:${port}. Check the data cable and the address.`
    const connected = client.connectTCP(host, { port }).catch(() => {
      throw new GatewayError(silent)
    })
    await withTimeout(connected, silent)
    client.setID(GATEWAY_UNIT)
    return await withTimeout(work(client), `The gateway at ${host}:${port} takes too long. Nothing was kept.`, WALK_MS)
  } catch (error) {
    if (error instanceof GatewayError) throw error
    throw new GatewayError(
      `The gateway at ${host}:${port} could not be read: ${error instanceof Error ? error.message : String((error as { message?: string }).message ?? error)}. Nothing was kept; try again.`,
    )
  } finally {
    client.close(() => {})
  }
}

/** As many registers as were asked for. @throws GatewayError where a device answers with fewer or more */
async function registers(client: ModbusRTU, at: number, count: number): Promise<readonly number[]> {
  const { data } = await client.readHoldingRegisters(at, count)
  if (data.length !== count)
    throw new GatewayError(`The gateway gave ${data.length} registers where ${count} were asked for. Nothing was kept.`)
  return data
}

/**
 * The blocks of a device over Modbus TCP, from the marker to the end model.
 *
 * @throws GatewayError when it answers with another map, or breaks the map's rules
 */
async function blocksOf(client: ModbusRTU, host: string, port: number): Promise<Block[]> {
  const marker = await registers(client, MAP_START, 2)
  if (marker[0] !== MAP_MARKER[0] || marker[1] !== MAP_MARKER[1])
    throw new GatewayError(`The device at ${host}:${port} speaks another register map. Nothing was read.`)
  const blocks: Block[] = []
  let at = MAP_START + 2
  while (blocks.length < MAX_MODELS) {
    const [id = END_MODEL, length = 0] = await registers(client, at, 2)
    if (id === END_MODEL) return blocks
    if (length < 1 || length > MAX_BLOCK)
      throw new GatewayError(`The gateway's block ${id} says it is ${length} registers long. Nothing was kept.`)
    blocks.push({ id, at: at + 2, length })
    at += 2 + length
  }
  throw new GatewayError('The gateway’s map has no end. Nothing was kept.')
}

/** Values of all points of the models of one role. */
async function valuesOf(client: ModbusRTU, blocks: readonly Block[], role: ModelRole): Promise<Map<string, number>> {
  const values = new Map<string, number>()
  for (const model of REGISTER_MODELS.filter((one) => one.role === role && one !== METER_MODEL)) {
    const block = blocks.find(({ id }) => id === model.id)
    if (!block) continue
    const data = await registers(client, block.at, block.length)
    for (const point of model.points) {
      const value = decodePoint(point, data)
      if (value !== null) values.set(point.key, value)
    }
  }
  return values
}

/** Reads all settings of a gateway. @throws GatewayError when it cannot be reached, answers with another map, or breaks the map's rules */
export const readGateway = (host: string, port: number): Promise<GatewayReadout> =>
  withDevice(host, port, async (client) => {
    const blocks = await blocksOf(client, host, port)
    const unknown = new Map<string, number>()
    for (const block of blocks) {
      if (REGISTER_MODELS.some(({ id }) => id === block.id)) continue
      const data = await registers(client, block.at, block.length)
      data.forEach((raw, k) => unknown.set(`model${block.id}.r${k}`, raw))
    }
    return { values: await valuesOf(client, blocks, 'setting'), unknown }
  })

async function meterOf(client: ModbusRTU, blocks: readonly Block[]): Promise<Record<string, number>> {
  const block = blocks.find(({ id }) => id === METER_MODEL.id)
  if (!block) return {}
  const data = await registers(client, block.at, block.length)
  return Object.fromEntries(
    METER_MODEL.points.flatMap((point) => {
      const value = decodePoint(point, data)
      return value === null ? [] : [[point.key, value]]
    }),
  )
}

/** What the gateway's meter reads just now, in watts by phase; empty for a gateway without one. @throws GatewayError as `readGateway` does */
export const readMeter = (host: string, port: number): Promise<Record<string, number>> =>
  withDevice(host, port, async (client) => meterOf(client, await blocksOf(client, host, port)))

/** What a gateway says of this moment and of itself: its powers, by phase too, and modes, what it counts, its firmware and clock. @throws GatewayError as `readGateway` does */
export const readLive = (
  host: string,
  port: number,
): Promise<{ live: Map<string, number>; counts: Map<string, number>; meter: Record<string, number> }> =>
  withDevice(host, port, async (client) => {
    const blocks = await blocksOf(client, host, port)
    return {
      live: await valuesOf(client, blocks, 'live'),
      counts: await valuesOf(client, blocks, 'count'),
      meter: await meterOf(client, blocks),
    }
  })

/** Whether a name of the register map is a setting that stays, and no order of the moment. */
export const isSetting = (key: string): boolean =>
  REGISTER_MODELS.some(({ role, points }) => role === 'setting' && points.some((point) => point.key === key))

/**
 * Writes one setting or order, and reads it back.
 *
 * @param value `null` takes an order back
 * @returns what it held before, and what it says it holds afterwards; `null` where it gives nothing
 * @throws GatewayError when it has no such point, cannot hold the value, or refuses
 */
export const writePoint = (
  host: string,
  port: number,
  key: string,
  value: number | null,
): Promise<{ before: number | null; readBack: number | null }> =>
  withDevice(host, port, async (client) => {
    const model = REGISTER_MODELS.find(({ writable, points }) => writable && points.some((point) => point.key === key))
    const point = model?.points.find((one) => one.key === key)
    const block = (await blocksOf(client, host, port)).find(({ id }) => id === model?.id)
    if (!point || !block) throw new GatewayError(`The gateway has no ${key} that can be set. Nothing was written.`)
    const words = encoded(point, value)
    const before = decodePoint(point, await registers(client, block.at, block.length))
    await client.writeRegisters(block.at + point.at, words)
    // it is written by now: a device that does not answer to being read back has been written to all the same
    const after = await registers(client, block.at, block.length).catch(() => null)
    return { before, readBack: after === null ? null : decodePoint(point, after) }
  })

function encoded(point: Parameters<typeof encodePoint>[0], value: number | null): number[] {
  try {
    return encodePoint(point, value)
  } catch (error) {
    if (!(error instanceof RegisterRangeError)) throw error
    throw new GatewayError(`${error.message} Nothing was written.`)
  }
}

/** Switches the load that a stand-in pretends to have on one of its phases. @throws GatewayError when it does not answer */
export const rehearseLoad = (host: string, port: number, phase: number, watts: number): Promise<void> =>
  withDevice(host, port, async (client) => {
    await client.writeRegister(REHEARSAL_START + phase, watts)
  })

function withTimeout<T>(work: Promise<T>, message: string, ms = TIMEOUT_MS): Promise<T> {
  return new Promise((done, failed) => {
    const late = setTimeout(() => failed(new GatewayError(message)), ms)
    work.then(
      (value) => {
        clearTimeout(late)
        done(value)
      },
      (error: unknown) => {
        clearTimeout(late)
        failed(error)
      },
    )
  })
}
