import { KEPT_JOBS, jobAddress } from './messages'

/**
 * Brings the copy of a job that is kept for want of a network up to what the screen knows; where none is kept, none is begun. Not being
 * able to is no failure: the copy is then as old as the last fetch.
 */
export async function keepJob(jobId: string, view: unknown): Promise<void> {
  if (!('caches' in globalThis)) return
  try {
    const kept = await caches.open(KEPT_JOBS)
    const address = jobAddress(jobId)
    if (!(await kept.match(address))) return
    await kept.put(address, Response.json(view))
  } catch {
    // private windows and full disks keep nothing
  }
}
