/** However busy a page is, what was put off begins after this. */
const LATEST_MS = 3000

/**
 * Does something once the page has nothing better to do.
 *
 * @returns how to have it not done any more
 * @example useEffect(() => whenIdle(() => spare.ready()), [spare])
 */
export function whenIdle(act: () => void): () => void {
  if (typeof requestIdleCallback === 'function') {
    const asked = requestIdleCallback(act, { timeout: LATEST_MS })
    return () => cancelIdleCallback(asked)
  }
  // not every browser tells when it is idle
  const timer = setTimeout(act, LATEST_MS / 3)
  return () => clearTimeout(timer)
}
