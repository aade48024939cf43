/** Header under which the server tells its routes who asks. What a client writes there itself is thrown away at the door. */
export const ADDRESS_HEADER = 'x-awlbright-address'

/** Header that is there where nobody passed the request on. What a client writes there itself is thrown away at the door. */
export const DIRECT_HEADER = 'x-awlbright-direct'

const PASSED_ON = ['x-forwarded-for', 'x-forwarded-host', 'forwarded', 'via', 'x-real-ip']

/** Whether a request came straight from whoever asks: every proxy that is worth the name says that it was one. */
export const isDirect = (headers: Readonly<Record<string, unknown>>): boolean =>
  PASSED_ON.every((name) => headers[name] === undefined)

/** Addresses of proxies whose word counts, from a list with commas. */
export const proxiesOf = (list: string | undefined): ReadonlySet<string> =>
  new Set(
    (list ?? '')
      .split(',')
      .map((address) => plain(address.trim()))
      .filter(Boolean),
  )

/** IPv4 as such, also where the socket writes it inside IPv6. */
const plain = (address: string) => address.replace(/^::ffff:(?=\d+\.\d+\.\d+\.\d+$)/i, '')

/**
 * Who asks: the other end of the connection, or, where that is a proxy of ours, the last address in its list that is none. Anybody can write the list: from
 * anybody else it is not read.
 *
 * @example clientAddress('10.0.0.1', '203.0.113.9, 198.51.100.7', proxiesOf('10.0.0.1')) // '198.51.100.7'
 */
export function clientAddress(
  socketAddress: string | undefined,
  forwardedFor: string | undefined,
  proxies: ReadonlySet<string>,
): string {
  const other = plain(socketAddress ?? 'unknown')
  if (!proxies.has(other)) return other
  const listed = (forwardedFor ?? '')
    .split(',')
    .map((address) => plain(address.trim()))
    .filter(Boolean)
  return listed.findLast((address) => !proxies.has(address)) ?? other
}

/** Who asks, as the server told it; behind the dev server nobody tells. */
export const addressOf = (headers: Headers): string => headers.get(ADDRESS_HEADER) ?? 'unknown'
