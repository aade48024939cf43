/** The address that a request was sent to, as its sender named it. */
function hostOf(request: Request): string {
  return request.headers.get('host') ?? new URL(request.url).host
}

/** Whether an `Origin` is the address that is asked. */
function isOwnOrigin(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === host
  } catch {
    return false
  }
}

/**
 * Whether a request that changes something comes from the app itself, beyond what its cookie says: its browser tells so, or it is of a kind that no other
 * site can make a browser send. What another site can make a browser send (a form, a beacon) has neither.
 */
export function isOwnRequest(request: Request): boolean {
  const site = request.headers.get('sec-fetch-site')
  const origin = request.headers.get('origin')
  if (site !== null && site !== 'same-origin' && site !== 'none') return false
  if (origin !== null && !isOwnOrigin(origin, hostOf(request))) return false
  const told = site === 'same-origin' || origin !== null
  // another site's browser asks first before it sends JSON, and is never answered yes
  return told || /^application\/json\b/i.test(request.headers.get('content-type') ?? '')
}
