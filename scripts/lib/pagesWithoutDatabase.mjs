// What people see who ask for a page while the database is away: a page that says so and asks again, told apart from a fault of the app.
import { until } from './run.mjs'
import { signInToDemo } from './signIn.mjs'

const DEMO_JOB = '018f0000-0000-7000-8000-000000000101'
const PAGES = ['/', '/crew', '/account', `/jobs/${DEMO_JOB}?stage=earth`, '/h/AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA']

const get = (address, cookie, path) =>
  fetch(address + path, { headers: { cookie }, redirect: 'manual', signal: AbortSignal.timeout(30_000) })

/**
 * @param app the running demo
 * @param check told of each thing that was looked at: its name, whether it holds, and facts
 */
export async function pagesWithoutDatabase(app, check) {
  const cookie = await signInToDemo(app.address)
  const statusOf = async (path) => (await get(app.address, cookie, path)).status
  const before = await Promise.all(PAGES.map(statusOf))
  app.cluster.stop()
  const away = await Promise.all(
    PAGES.map(async (path) => {
      const answer = await get(app.address, cookie, path)
      return { path, status: answer.status, again: answer.headers.get('retry-after'), page: await answer.text() }
    }),
  )
  app.cluster.start()
  for (const { path, status, again, page } of away)
    check(
      `without a database ${path} is 503, and says when to ask again`,
      status === 503 && Number(again) > 0 && page.includes('</html>'),
      `${status}, Retry-After ${again}`,
    )
  await until(async () => (await statusOf(PAGES[0])) === 200, 'the jobs page', 20_000)
  const after = await Promise.all(PAGES.map(statusOf))
  check('each page is as before', String(after) === String(before), `${before} and ${after}`)
}
