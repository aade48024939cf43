import { KEPT_JOBS, jobAddress } from './messages'

/**
 * Brings the copy of a job that is kept for want of a network up to what the screen knows. Without a service worker nothing is kept; not
 * being able to is no failure: the copy is then as old as the last fetch.
 */
export async function keepJob(jobId: string, view: unknown): Promise<void> {
  if (!('caches' in globalThis) || !navigator.serviceWorker?.controller) return
  try {
    const kept = await caches.open(KEPT_JOBS)
    await kept.put(jobAddress(jobId), Response.json(view))
  } catch {
    // private windows and full disks keep nothing
  }
}
