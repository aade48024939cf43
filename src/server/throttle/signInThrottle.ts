import { Attempts } from './attempts'

const MINUTE_MS = 60_000
const MOST_KEYS = 20_000

/** Who tries to sign in to what. */
export interface SignInTry {
  account: string
  address: string
  /** Name of a device from which this account was signed in to before, else `null`. */
  device: string | null
}

/**
 * Failures to sign in, by whose they are. Only failures count, so that a whole crew may sign in from one address on a morning. A stranger fills his own
 * address, his own pair of address and account, and what strangers have of an account together; a device that was in before has a count of its own, which
 * nobody else can fill.
 */
export class SignInThrottle {
  private readonly byAddress = new Attempts({ most: 60, windowMs: 10 * MINUTE_MS, mostKeys: MOST_KEYS })
  private readonly byPair = new Attempts({ most: 10, windowMs: 10 * MINUTE_MS, mostKeys: MOST_KEYS })
  private readonly byStrangers = new Attempts({ most: 100, windowMs: 10 * MINUTE_MS, mostKeys: MOST_KEYS })
  private readonly byDevice = new Attempts({ most: 10, windowMs: 10 * MINUTE_MS, mostKeys: MOST_KEYS })

  private countsOf({ account, address, device }: SignInTry): [Attempts, string][] {
    return device !== null
      ? [[this.byDevice, `${device}|${account}`]]
      : [
          [this.byAddress, address],
          [this.byPair, `${address}|${account}`],
          [this.byStrangers, account],
        ]
  }

  /** Whether a password is looked at at all. */
  mayTry(attempt: SignInTry, now = Date.now()): boolean {
    return this.countsOf(attempt).every(([count, key]) => !count.isFull(key, now))
  }

  failed(attempt: SignInTry, now = Date.now()): void {
    for (const [count, key] of this.countsOf(attempt)) count.count(key, now)
  }

  /** Whoever got in has shown that the failures before were his own. */
  succeeded({ account, address, device }: SignInTry): void {
    this.byPair.forget(`${address}|${account}`)
    if (device !== null) this.byDevice.forget(`${device}|${account}`)
  }
}
