import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Attempts } from './attempts'
import { ADDRESS_HEADER, addressOf, clientAddress, proxiesOf } from './clientAddress'
import { cookieOf, deviceMark, knownDevice } from './knownDevice'
import { linkWasClosed, mayAskForLink, requireLinkTurn } from './linkThrottle'
import { SignInThrottle, type SignInTry } from './signInThrottle'

describe('who asks', () => {
  const proxies = proxiesOf('10.0.0.1, ::ffff:10.0.0.2')
  it.each([
    ['the other end of the connection', '203.0.113.9', undefined, '203.0.113.9'],
    ['not what a stranger writes', '203.0.113.9', '198.51.100.7', '203.0.113.9'],
    ['what our proxy writes', '10.0.0.1', '198.51.100.7', '198.51.100.7'],
    ['the last that is no proxy of ours', '::ffff:10.0.0.2', '1.2.3.4, 198.51.100.7, 10.0.0.1', '198.51.100.7'],
    ['the proxy itself where its list is empty', '10.0.0.1', ' , ', '10.0.0.1'],
    ['unknown without a connection', undefined, '198.51.100.7', 'unknown'],
  ])('is %s', (_name, socket, forwarded, expected) => {
    expect(clientAddress(socket, forwarded, proxies)).toBe(expected)
  })
  it('is unknown where nobody told', () => expect(addressOf(new Headers())).toBe('unknown'))
})

describe('attempts', () => {
  it('are let through as many as may be, and again when the window has slid on', () => {
    const attempts = new Attempts({ most: 3, windowMs: 1000, mostKeys: 10 })
    expect([0, 1, 2, 3].map((ms) => attempts.take('a', ms))).toEqual([true, true, true, false])
    expect(attempts.take('b', 3)).toBe(true)
    expect([1100, 1900, 2100].map((ms) => attempts.take('a', ms))).toEqual([true, true, true])
  })
  it('never let more than twice the most through in any window’s length', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 400 }), { maxLength: 120 }), (steps) => {
        const attempts = new Attempts({ most: 5, windowMs: 1000, mostKeys: 10 })
        let now = 0
        const taken = steps.flatMap((step) => {
          now += step
          return attempts.take('a', now) ? [now] : []
        })
        for (const at of taken)
          expect(taken.filter((other) => other > at - 1000 && other <= at).length).toBeLessThanOrEqual(10)
      }),
      { seed: 3 },
    )
  })
  it('are forgotten from the oldest key on, whatever is asked', () => {
    const attempts = new Attempts({ most: 1, windowMs: 1000, mostKeys: 3 })
    for (const key of ['a', 'b', 'c', 'd']) attempts.count(key, 0)
    expect(['a', 'b', 'c', 'd'].map((key) => attempts.isFull(key, 1))).toEqual([false, true, true, true])
  })
})

describe('a device that was in before', () => {
  const secret = 'a secret of the server'
  it('is known by its mark, for its own account alone', () => {
    const mark = deviceMark('ines@x.example', secret)
    expect(knownDevice(mark, 'ines@x.example', secret)).toMatch(/^[\w-]{16}$/)
    expect(knownDevice(mark, 'tobin@x.example', secret)).toBeNull()
    expect(knownDevice(mark, 'ines@x.example', 'another')).toBeNull()
  })
  it.each([undefined, '', '.', 'abcdefghijklmnop.', 'abcdefghijklmnop.AAAA', 'x'.repeat(5000)])(
    'is not known by %s',
    (mark) => expect(knownDevice(mark, 'ines@x.example', secret)).toBeNull(),
  )
  it('tells its mark in a cookie among others', () => {
    const headers = new Headers({ cookie: 'a=1; awlbright-device=abc.def; b=2' })
    expect([cookieOf(headers, 'awlbright-device'), cookieOf(headers, 'device'), cookieOf(new Headers(), 'a')]).toEqual([
      'abc.def',
      undefined,
      undefined,
    ])
  })
})

describe('failures to sign in', () => {
  const by = (change: Partial<SignInTry> = {}): SignInTry => ({
    account: 'ines@x.example',
    address: '203.0.113.9',
    device: null,
    ...change,
  })
  const failing = (throttle: SignInThrottle, times: number, attempt: (k: number) => SignInTry) => {
    let looked = 0
    for (let k = 0; k < times; k++)
      if (throttle.mayTry(attempt(k), k)) {
        looked++
        throttle.failed(attempt(k), k)
      }
    return looked
  }
  it('end a guesser at one address after ten, and leave everybody else alone', () => {
    const throttle = new SignInThrottle()
    expect(failing(throttle, 500, () => by())).toBe(10)
    expect(throttle.mayTry(by({ address: '198.51.100.7' }), 500)).toBe(true)
    expect(throttle.mayTry(by({ account: 'tobin@x.example' }), 500)).toBe(true)
  })
  it('end one address that tries many accounts', () => {
    const throttle = new SignInThrottle()
    expect(failing(throttle, 500, (k) => by({ account: `a${k}@x.example` }))).toBe(60)
  })
  it('of strangers at many addresses end strangers, and never a device that was in before', () => {
    const throttle = new SignInThrottle()
    expect(failing(throttle, 5000, (k) => by({ address: `203.0.113.${k}` }))).toBe(100)
    expect(throttle.mayTry(by({ address: '192.0.2.1' }), 5000)).toBe(false)
    expect(throttle.mayTry(by({ address: '192.0.2.1', device: 'hers' }), 5000)).toBe(true)
  })
  it('of one’s own are forgiven by the right password', () => {
    const throttle = new SignInThrottle()
    failing(throttle, 9, () => by())
    throttle.succeeded(by())
    expect(failing(throttle, 500, () => by())).toBe(10)
  })
  it('pass with time', () => {
    const throttle = new SignInThrottle()
    failing(throttle, 20, () => by())
    expect(throttle.mayTry(by(), 1000)).toBe(false)
    expect(throttle.mayTry(by(), 21 * 60_000)).toBe(true)
  })
})

describe('public links', () => {
  const from = (address: string) => new Headers({ [ADDRESS_HEADER]: address })
  it('that open nothing are asked for a few times from one address, and then not at all', () => {
    const guesser = from('203.0.113.50')
    let asked = 0
    while (asked < 1000 && mayAskForLink(guesser)) {
      asked++
      linkWasClosed(guesser)
    }
    expect(asked).toBe(20)
    expect(() => requireLinkTurn(guesser)).toThrow(/asked too often/)
    expect(mayAskForLink(from('203.0.113.51'))).toBe(true)
  })
  it('that open are asked for as often as a household does, and not endlessly', () => {
    const home = from('203.0.113.60')
    let asked = 0
    while (asked < 1000 && mayAskForLink(home)) asked++
    expect(asked).toBe(240)
  })
})
