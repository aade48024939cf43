import { forgetSteps } from './job/takeBack/stepStore'

/** Signs out and forgets the pages kept on this device; what waits in the outbox stays for its owner's next sign-in. */
export async function signOut(): Promise<void> {
  await fetch('/api/auth/sign-out', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  }).catch(() => null)
  await forgetSteps()
  navigator.serviceWorker?.controller?.postMessage({ kind: 'forget' })
  window.location.assign('/sign-in')
}
