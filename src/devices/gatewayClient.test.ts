import { ServerTCP } from 'modbus-serial'
import { describe, expect, it } from 'vitest'
import { freePort } from '../../tests/support/freePort'
import { readGateway } from './gatewayClient'
import { FIXED_VALUES, startFixedGateway } from '../../tests/support/fixedGateway'
import { gatewayImage } from './standin/doors/registerImage'
import { MAP_START } from './registerMap'

/** Runs `work` against a device that answers with these registers. */
async function withRegisters<T>(registers: readonly number[], work: (port: number) => Promise<T>): Promise<T> {
  const port = await freePort()
  const server = new ServerTCP(
    { getHoldingRegister: (address: number) => registers[address - MAP_START] ?? 0xffff },
    { host: '127.0.0.1', port, unitID: 1 },
  )
  await new Promise<void>((ready) => server.on('initialized', () => ready()))
  try {
    return await work(port)
  } finally {
    await new Promise<void>((closed) => server.close(() => closed()))
  }
}

describe('reading a gateway over Modbus TCP', () => {
  it('gives every setting of the stand-in back, and keeps what has no name', async () => {
    const port = await freePort()
    const standIn = await startFixedGateway(port)
    try {
      const { values, unknown } = await readGateway('127.0.0.1', port)
      expect(Object.fromEntries(values)).toEqual(FIXED_VALUES)
      expect(Object.fromEntries(unknown)).toEqual({ 'model7099.r0': 3, 'model7099.r1': 1200 })
    } finally {
      await standIn.close()
    }
  })
  it('leaves out what a device does not give', async () => {
    const { values } = await withRegisters(gatewayImage({ nominalV: 230 }), (port) => readGateway('127.0.0.1', port))
    expect(Object.fromEntries(values)).toEqual({ nominalV: 230 })
  })
  it('says so when nothing answers', async () => {
    await expect(readGateway('127.0.0.1', await freePort())).rejects.toThrow(/No gateway answers at 127\.0\.0\.1/)
  })
  it.each([
    ['another map', [1, 2, 3], /speaks another register map/],
    ['a block longer than any', [0x4177, 0x6c62, 7001, 5000], /says it is 5000 registers long/],
    [
      'a map without an end',
      [0x4177, 0x6c62, ...Array.from({ length: 200 }, (_, k) => (k % 3 === 0 ? 7555 : 1))],
      /has no end/,
    ],
  ] as const)('refuses %s and keeps nothing', async (_name, registers, message) => {
    await expect(withRegisters(registers, (port) => readGateway('127.0.0.1', port))).rejects.toThrow(message)
  })
})
