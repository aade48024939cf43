/** Longest wait for a service worker that never takes charge, as in a browser that has none. */
const LONGEST_WAIT_MS = 10_000

/** Resolves once a service worker is in charge of the page, so that what is fetched from then on is kept; or after a while without one. */
export async function underServiceWorker(): Promise<void> {
  if (!('serviceWorker' in navigator) || navigator.serviceWorker.controller) return
  await new Promise<void>((resolve) => {
    navigator.serviceWorker.addEventListener('controllerchange', () => resolve(), { once: true })
    setTimeout(resolve, LONGEST_WAIT_MS)
  })
}
