import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto'

/** Cookie of a device from which an account was signed in to before. It opens nothing: it only keeps strangers from locking its owner out. */
export const DEVICE_COOKIE = 'awlbright-device'

const sealOf = (nonce: string, account: string, secret: string) =>
  createHmac('sha256', secret).update(`device|${nonce}|${account}`).digest('base64url')

/** A mark for a device that has just signed in to an account. */
export function deviceMark(account: string, secret: string): string {
  const nonce = randomBytes(12).toString('base64url')
  return `${nonce}.${sealOf(nonce, account, secret)}`
}

/** The device's own name where its mark is of this account, else `null`. */
export function knownDevice(mark: string | undefined, account: string, secret: string): string | null {
  const [nonce = '', seal = ''] = (mark ?? '').split('.')
  if (!/^[\w-]{16}$/.test(nonce)) return null
  const [given, right] = [Buffer.from(seal), Buffer.from(sealOf(nonce, account, secret))]
  return given.length === right.length && timingSafeEqual(given, right) ? nonce : null
}

/** Value of a cookie in a request's header. */
export function cookieOf(headers: Headers, name: string): string | undefined {
  const found = (headers.get('cookie') ?? '').split(/;\s*/).find((part) => part.startsWith(`${name}=`))
  return found?.slice(name.length + 1)
}
