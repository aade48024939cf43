import { networkInterfaces } from 'node:os'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { jobChangeSchema } from '@/schemas/jobChange'
import { gatewayAddress } from './gatewayAddress'

afterEach(() => vi.unstubAllEnvs())
const of = (gatewayHost: string | null, gatewayPort: number | null = null) =>
  gatewayAddress({ gatewayHost, gatewayPort })

describe('where a job’s gateway is read', () => {
  it('is the stand-in where no address is set, if there is one', () => {
    vi.stubEnv('AWLBRIGHT_GATEWAY', '127.0.0.1:5020')
    expect(of(null)).toEqual({ host: '127.0.0.1', port: 5020, isStandIn: true })
    vi.stubEnv('AWLBRIGHT_GATEWAY', '')
    expect(() => of(null)).toThrow(/no gateway address yet/)
  })
  it('is the house’s own address, on the usual port where none is given', () => {
    expect(of('192.168.7.20')).toEqual({ host: '192.168.7.20', port: 502, isStandIn: false })
    expect(of('10.1.2.3', 1502)).toEqual({ host: '10.1.2.3', port: 1502, isStandIn: false })
  })
  it('is never a port of the server itself, under any of its names, but where the stand-in listens', () => {
    vi.stubEnv('AWLBRIGHT_GATEWAY', '127.0.0.1:5020')
    expect(of('127.0.0.1', 5020)).toMatchObject({ port: 5020, isStandIn: false })
    for (const [host, port] of [
      ['127.0.0.1', 5432],
      ['127.0.0.2', 5020],
      ['127.255.255.254', 22],
    ] as const)
      expect(() => of(host, port)).toThrow(/this server itself/)
    const own = Object.values(networkInterfaces())
      .flatMap((list) => list ?? [])
      .filter(({ family }) => family === 'IPv4')
    for (const { address } of own) expect(() => of(address, 4310)).toThrow(/this server itself/)
  })
})

describe('an address that may be entered', () => {
  const takes = (gatewayHost: unknown) => jobChangeSchema.isValidSync({ gatewayHost })
  it.each(['10.0.0.1', '192.168.1.9', '172.16.0.1', '172.31.255.254', '127.0.0.1', null])('may be %s', (host) =>
    expect(takes(host)).toBe(true),
  )
  it.each([
    '8.8.8.8',
    '169.254.169.254',
    '172.32.0.1',
    '192.169.1.1',
    '10.0.0.256',
    '10.0.0',
    '10..0.1',
    '192.168..1',
    '0x7f.0.0.1',
    '010.0.0.1.5',
    'localhost',
    'gateway.example',
    '::1',
    '10.0.0.1:80',
    '10.0.0.1/',
  ])('is not %s', (host) => expect(takes(host)).toBe(false))
})
