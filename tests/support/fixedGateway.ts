import { ServerTCP } from 'modbus-serial'
import { gatewayImage } from '@/devices/standin/doors/registerImage'
import { MAP_START, METER_MODEL, REGISTER_MODELS, REHEARSAL_START, lengthOf } from '@/devices/registerMap'

/** What a gateway in a test is set to. */
export const FIXED_VALUES: Readonly<Record<string, number>> = {
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
const HOUSE_W = [420, 260, 180] as const

const meterAt = (() => {
  const before = REGISTER_MODELS.slice(0, REGISTER_MODELS.indexOf(METER_MODEL))
  return MAP_START + 2 + before.reduce((sum, model) => sum + 2 + lengthOf(model), 0) + 2
})()

export interface FixedGateway {
  close: () => Promise<void>
}

/** A gateway whose registers stay as they are, but for what is written to them and a load that is rehearsed: answers over real Modbus TCP on the loopback. */
export async function startFixedGateway(
  port: number,
  values: Readonly<Record<string, number>> = FIXED_VALUES,
): Promise<FixedGateway> {
  const registers = gatewayImage({ ...values, L1: 0, L2: 0, L3: 0 })
  const rehearsed = [0, 0, 0]
  const server = new ServerTCP(
    {
      getHoldingRegister: (address: number) => {
        const phase = address - meterAt
        return phase in rehearsed
          ? (HOUSE_W[phase as 0 | 1 | 2] + (rehearsed[phase] ?? 0)) & 0xffff
          : (registers[address - MAP_START] ?? 0xffff)
      },
      setRegister: (address: number, watts: number) => {
        if (address - REHEARSAL_START in rehearsed) rehearsed[address - REHEARSAL_START] = watts
        else registers[address - MAP_START] = watts
      },
    },
    { host: '127.0.0.1', port, unitID: 1 },
  )
  await new Promise<void>((ready, failed) => {
    server.on('initialized', () => ready())
    server.on('serverError', (error) => failed(error ?? new Error('the gateway could not listen')))
  })
  return { close: () => new Promise((done) => server.close(() => done())) }
}
