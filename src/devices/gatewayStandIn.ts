import { fileURLToPath } from 'node:url'
import { ServerTCP } from 'modbus-serial'
import { END_MODEL, MAP_MARKER, MAP_START, METER_MODEL, REGISTER_MODELS, REHEARSAL_START } from './registerMap'

/** What the stand-in is set to: the demo's plan, but for what a device fresh from the box gets wrong. */
export const STAND_IN_VALUES: Readonly<Record<string, number>> = {
  nominalV: 230,
  nominalHz: 50,
  phaseCount: 1,
  islandEnabled: 1,
  bondRelayEnabled: 1,
  reconnectDelayS: 60,
  reserveSocPercent: 40,
  chargeLimitW: 4950,
  dischargeLimitW: 4950,
  exportLimitW: 3680,
}
/** A model the program has no names for, as every real device has some. */
const EXTRA_MODEL = { id: 7099, registers: [3, 1200] }

/** The registers of a gateway with given settings, from the marker to the end model. */
export function registersOf(values: Readonly<Record<string, number>>): number[] {
  const registers: number[] = [...MAP_MARKER]
  for (const { id, points } of REGISTER_MODELS) {
    const length = Math.max(...points.map(({ at, type }) => at + (type === 'uint32' ? 2 : 1)))
    const block = new Array<number>(length).fill(0xffff)
    for (const { key, at, type, scale } of points) {
      const value = values[key]
      if (value === undefined) continue
      const raw = Math.round(value / 10 ** scale)
      if (type === 'uint32') {
        block[at] = Math.floor(raw / 65536) & 0xffff
        block[at + 1] = raw & 0xffff
      } else block[at] = raw & 0xffff
    }
    registers.push(id, length, ...block)
  }
  registers.push(
    METER_MODEL.id,
    METER_MODEL.points.length,
    ...METER_MODEL.points.map(() => 0),
    EXTRA_MODEL.id,
    EXTRA_MODEL.registers.length,
    ...EXTRA_MODEL.registers,
    END_MODEL,
    0,
  )
  return registers
}

/** What the stand-in's house draws besides the load that is rehearsed, and how its meter jitters, in watts. */
const HOUSE_W = [420, 260, 180] as const
const JITTER_W = 22

/** A gateway that answers over real Modbus TCP on the loopback; for rehearsing a job with nothing plugged in, and for tests. */
export function startGatewayStandIn(
  port: number,
  values: Readonly<Record<string, number>> = STAND_IN_VALUES,
): { close: () => Promise<void>; ready: Promise<void> } {
  const registers = registersOf(values)
  const meterAt =
    registers.findIndex((raw, k) => raw === METER_MODEL.id && registers[k + 1] === METER_MODEL.points.length) + 2
  const rehearsed = METER_MODEL.points.map(() => 0)
  const meterW = (phase: number) =>
    Math.round((HOUSE_W[phase] ?? 0) + (rehearsed[phase] ?? 0) + (Math.random() + Math.random() - 1) * JITTER_W) &
    0xffff
  const server = new ServerTCP(
    {
      getHoldingRegister: (address: number) => {
        const k = address - MAP_START
        return k >= meterAt && k < meterAt + rehearsed.length ? meterW(k - meterAt) : (registers[k] ?? 0xffff)
      },
      setRegister: (address: number, watts: number) => {
        if (address - REHEARSAL_START in rehearsed) rehearsed[address - REHEARSAL_START] = watts
      },
    },
    { host: '127.0.0.1', port, unitID: 1 },
  )
  const ready = new Promise<void>((done, failed) => {
    server.on('initialized', () => done())
    server.on('serverError', (error) => failed(error ?? new Error('the stand-in gateway could not listen')))
  })
  return { ready, close: () => new Promise((done) => server.close(() => done())) }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const standIn = startGatewayStandIn(Number(process.argv[2]))
  await standIn.ready
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
}
