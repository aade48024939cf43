import { Problem } from '../problem'
import { Attempts } from './attempts'
import { addressOf } from './clientAddress'

const MINUTE_MS = 60_000

const held = globalThis as { awlbrightLinks?: { all: Attempts; closed: Attempts } }
const links = (held.awlbrightLinks ??= {
  /** A household with a phone in every hand and forty pictures to send. */
  all: new Attempts({ most: 240, windowMs: MINUTE_MS, mostKeys: 20_000 }),
  /** Links that open nothing: a letter left out is tried a few times, a guess is tried for ever. */
  closed: new Attempts({ most: 20, windowMs: MINUTE_MS, mostKeys: 20_000 }),
})

/** Whether an address may ask for a public link now; counts it. */
export function mayAskForLink(headers: Headers): boolean {
  const address = addressOf(headers)
  return !links.closed.isFull(address) && links.all.take(address)
}

/** Counts a link that opened nothing. */
export const linkWasClosed = (headers: Headers): void => links.closed.count(addressOf(headers))

/** @throws Problem 429 where an address asks too often */
export function requireLinkTurn(headers: Headers): void {
  if (!mayAskForLink(headers))
    throw new Problem(429, 'That was asked too often from here. Wait a minute, then try again.')
}
