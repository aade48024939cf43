import { ServerTCP } from 'modbus-serial'
import { MAP_START, REHEARSAL_START } from '../../registerMap'
import type { House } from '../model/house'
import { IllegalAddress, takeWrite, unitImage } from './registerImage'

export interface Door {
  port: number
  close: () => Promise<void>
}

const nowS = () => Math.round(Date.now() / 1000)

/** A house over Modbus TCP on the loopback, its gateway and the units behind it each under a number of its own. */
export function openModbusDoor(port: number, houseOf: () => House): Promise<Door> {
  const read = (address: number, length: number, unit: number): number[] => {
    const image = unitImage(houseOf(), unit, nowS())
    if (image === null) throw new IllegalAddress('No such unit answers.')
    const rehearsal = address >= REHEARSAL_START
    return Array.from({ length }, (_, k) => (rehearsal ? 0 : (image[address - MAP_START + k] ?? 0xffff)))
  }
  const server = new ServerTCP(
    {
      // the package asks for one register and for several in two ways
      getHoldingRegister: (address: number, unit: number) => read(address, 1, unit)[0] ?? 0xffff,
      getMultipleHoldingRegisters: read,
      setRegister: (address: number, word: number, unit: number) => takeWrite(houseOf(), unit, address, [word]),
      setRegisterArray: (address: number, words: number[], unit: number) => takeWrite(houseOf(), unit, address, words),
    },
    { host: '127.0.0.1', port },
  )
  const close = () => new Promise<void>((done) => server.close(() => done()))
  return new Promise((opened, failed) => {
    server.on('initialized', () => opened({ port, close }))
    server.on('serverError', (error) => failed(error ?? new Error('the stand-in could not listen')))
    // a client that breaks off in the middle of a frame is nobody's fault here
    server.on('socketError', () => {})
  })
}
