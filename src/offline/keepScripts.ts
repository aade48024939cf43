/** Scripts that are fetched side by side: whoever uses the page meanwhile has the rest of the connection. */
const AT_ONCE = 3

/**
 * Keeps every script of a build, a few at a time.
 *
 * @param keep fetches and keeps one, at once if it is kept already; throws where it cannot be had
 * @returns whether all of them are kept: with one missing, nobody may rely on a view that was never opened
 * @example await keepScripts(['/_next/static/chunks/a.js'], (url) => cache.add(url)) // true
 */
export async function keepScripts(urls: readonly string[], keep: (url: string) => Promise<unknown>): Promise<boolean> {
  const waiting = [...urls]
  let missed = 0
  const fetchNext = async () => {
    for (let url = waiting.shift(); url !== undefined; url = waiting.shift()) {
      try {
        await keep(url)
      } catch {
        missed++
      }
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, fetchNext))
  return missed === 0
}
