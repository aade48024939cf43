/** The place in a job's page where its bench stands; what is sent before it says the job's name only. */
const BENCH = 'id="zone-bench"'

/**
 * Whether a page is worth keeping for want of a network: it was sent as asked for, and a job's has its bench. A page that is sent in pieces
 * begins well and may end in an error; a session that has ended sends elsewhere. Kept, either would take the place of a good one.
 *
 * @param path address of the page, without host
 * @param response is read from a copy, and stays to be read
 * @returns `false` for a page that broke off too
 * @example await isWholePage('/jobs/1', new Response('<main id="zone-bench">')) // true
 */
export async function isWholePage(path: string, response: Response): Promise<boolean> {
  if (response.status !== 200 || response.redirected) return false
  if (!path.startsWith('/jobs/')) return true
  try {
    const text = await response.clone().text()
    return text.includes(BENCH)
  } catch {
    return false
  }
}
