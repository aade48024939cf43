// Lists on a streaming replica: everybody sees what they wrote themselves, one that is behind shows others what was there before, and one that is gone is missed by nobody.
import { randomUUID } from 'node:crypto'
import { post } from './attack.mjs'
import { startReplica } from './replica.mjs'
import { until } from './run.mjs'
import { signInToDemo } from './signIn.mjs'

const SEEN = /awlbright-seen=[^;]+/

/** A browser of somebody: it keeps the cookies that it is given. */
async function browserOf(address) {
  let cookie = await signInToDemo(address)
  const send = async (name, input) => {
    const response = await post(address, cookie, `/api/use/${name}`, input)
    const seen = SEEN.exec(response.headers.get('set-cookie') ?? '')
    if (seen) cookie = `${cookie.replace(SEEN, '').replace(/;\s*$/, '')}; ${seen[0]}`
    return response
  }
  return {
    newJob: (name) =>
      send('createJob', { id: randomUUID(), name, place: 'Nowhere', packId: 'iec-1ph-230', scheduledDay: null }),
    /** Where its list was read, and whether a job is in it. */
    find: async (name) => {
      const response = await send('listJobs', { group: 'coming', today: '2026-01-01', search: name, page: 0 })
      const { jobs } = await response.json()
      return { from: response.headers.get('x-awlbright-read'), found: jobs.some((job) => job.name === name) }
    },
  }
}

/**
 * @param app the demo
 * @param replicaFolder folder for the replica's data
 * @param beside starts a web server with settings of its own, and answers with its address
 */
export async function listsOfReplica(app, { bin, replicaFolder, beside, check }) {
  const replica = await startReplica(bin, replicaFolder, app.cluster.superuser)
  try {
    const url = new URL(app.env.DATABASE_URL)
    url.port = String(replica.port)
    const address = await beside({ DATABASE_READ_URL: url.href })
    const [writer, other] = [await browserOf(address), await browserOf(address)]
    const said = ({ from, found }) => `read from the ${from}, ${found ? 'found' : 'not found'}`

    await writer.newJob('Replicated House')
    const both = await until(
      async () => {
        const seen = await other.find('Replicated House')
        return seen.found && seen.from === 'replica'
      },
      'the replica',
      20_000,
    ).then(
      () => true,
      () => false,
    )
    check('a list is read from the replica once it has what is there', both)

    await replica.pause()
    await writer.newJob('Job Behind')
    const own = await writer.find('Job Behind')
    check('who wrote something sees it while the replica is behind', own.found && own.from === 'primary', said(own))
    const theirs = await other.find('Job Behind')
    check('others read on, a moment behind', theirs.from === 'replica' && !theirs.found, said(theirs))

    await replica.resume()
    const caughtUp = await until(
      async () => {
        const seen = await writer.find('Job Behind')
        return seen.found && seen.from === 'replica'
      },
      'the replica to catch up',
      20_000,
    ).then(
      () => true,
      () => false,
    )
    check('once it has caught up it serves who wrote, too', caughtUp)

    replica.stop()
    const without = await other.find('Job Behind')
    check('one that is gone is missed by nobody', without.found && without.from === 'primary', said(without))
    await writer.newJob('After the Replica')
    check('and neither is it by who writes', (await writer.find('After the Replica')).found)
  } finally {
    replica.stop()
  }
}
