import ModbusRTU from 'modbus-serial'
import {
  END_MODEL,
  MAP_MARKER,
  MAP_START,
  METER_MODEL,
  NOT_GIVEN,
  REGISTER_MODELS,
  REHEARSAL_START,
  type RegisterPoint,
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

function valueOf(point: RegisterPoint, block: readonly number[]): number | null {
  const high = block[point.at]
  if (high === undefined) return null
  let raw = high
  if (point.type === 'uint32') {
    const low = block[point.at + 1]
    if (low === undefined) return null
    raw = high * 65536 + low
  }
  if (raw === NOT_GIVEN[point.type]) return null
  if (point.type === 'int16' && raw > 0x7fff) raw -= 65536
  return point.scale < 0 ? raw / 10 ** -point.scale : raw * 10 ** point.scale
}

/**
 * Walks the blocks of a gateway over Modbus TCP, from the marker to the end model, and hands each to `visit`.
 *
 * @throws GatewayError when it cannot be reached, answers with another map, or breaks the map's rules
 */
async function walkGateway(
  host: string,
  port: number,
  visit: (id: number, block: readonly number[]) => void,
): Promise<void> {
  const client = new ModbusRTU()
  client.setTimeout(TIMEOUT_MS)
  try {
    await withTimeout(
      client.connectTCP(host, { port }),
      `No gateway answers at ${host}:${port}. Check the data cable and the address.`,
    )
    client.setID(1)
    const marker = (await client.readHoldingRegisters(MAP_START, 2)).data
    if (marker[0] !== MAP_MARKER[0] || marker[1] !== MAP_MARKER[1])
      throw new GatewayError(`The device at ${host}:${port} speaks another register map. Nothing was read.`)
    let at = MAP_START + 2
    for (let models = 0; models < MAX_MODELS; models++) {
      const [id = END_MODEL, length = 0] = (await client.readHoldingRegisters(at, 2)).data
      if (id === END_MODEL) return
      if (length < 1 || length > MAX_BLOCK)
        throw new GatewayError(`The gateway's block ${id} says it is ${length} registers long. Nothing was kept.`)
      visit(id, (await client.readHoldingRegisters(at + 2, length)).data)
      at += 2 + length
    }
    throw new GatewayError('The gateway’s map has no end. Nothing was kept.')
  } catch (error) {
    if (error instanceof GatewayError) throw error
    throw new GatewayError(
      `The gateway at ${host}:${port} could not be read: ${error instanceof Error ? error.message : String((error as { message?: string }).message ?? error)}. Nothing was kept; try again.`,
    )
  } finally {
    client.close(() => {})
  }
}

/** Reads all settings of a gateway. @throws GatewayError as `walkGateway` does */
export async function readGateway(host: string, port: number): Promise<GatewayReadout> {
  const readout: GatewayReadout = { values: new Map(), unknown: new Map() }
  await walkGateway(host, port, (id, block) => {
    // what the meter reads is no setting
    if (id === METER_MODEL.id) return
    const model = REGISTER_MODELS.find((known) => known.id === id)
    if (!model) block.forEach((raw, k) => readout.unknown.set(`model${id}.r${k}`, raw))
    for (const point of model?.points ?? []) {
      const value = valueOf(point, block)
      if (value !== null) readout.values.set(point.key, value)
    }
  })
  return readout
}

/** What the gateway's meter reads just now, in watts by phase; empty for a gateway without one. @throws GatewayError as `walkGateway` does */
export async function readMeter(host: string, port: number): Promise<Record<string, number>> {
  const watts: Record<string, number> = {}
  await walkGateway(host, port, (id, block) => {
    if (id !== METER_MODEL.id) return
    for (const point of METER_MODEL.points) {
      const value = valueOf(point, block)
      if (value !== null) watts[point.key] = value
    }
  })
  return watts
}

/** Switches the load that a stand-in pretends to have on one of its phases. @throws GatewayError when it does not answer */
export async function rehearseLoad(host: string, port: number, phase: number, watts: number): Promise<void> {
  const client = new ModbusRTU()
  client.setTimeout(TIMEOUT_MS)
  try {
    await withTimeout(client.connectTCP(host, { port }), `No gateway answers at ${host}:${port}.`)
    client.setID(1)
    await client.writeRegister(REHEARSAL_START + phase, watts)
  } catch (error) {
    throw error instanceof GatewayError ? error : new GatewayError('The stand-in did not take the load. Try again.')
  } finally {
    client.close(() => {})
  }
}

function withTimeout<T>(work: Promise<T>, message: string): Promise<T> {
  return new Promise((done, failed) => {
    const late = setTimeout(() => failed(new GatewayError(message)), TIMEOUT_MS)
    work.then(
      (value) => {
        clearTimeout(late)
        done(value)
      },
      () => {
        clearTimeout(late)
        failed(new GatewayError(message))
      },
    )
  })
}
