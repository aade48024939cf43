import { appDatabase } from '@/db/client'
import { packRequestById, updatePackRequest } from '@/db/queries/packs'
import { isDatabaseAway } from './databaseFault'
import { faultOf, log } from './log'
import { sealPack, signingKey } from './pack/sealPack'
import { warmReport } from './pack/warmReport'
import { PackTooLarge } from './pack/sealedSources'
import { SEAL_QUEUE, workingQueue } from './queue'
import { keepRetention } from './retention/keepRetention'
import { keepSummariesUp } from './summaries/keepUp'

const RETRY_MS = 2000
/** By then whoever started everything has it running. */
const WARM_AFTER_MS = 4000

/** The queue as soon as the database answers: a worker that is started first, or while the database is away, waits for it. */
async function queueOnceThere(): ReturnType<typeof workingQueue> {
  for (;;) {
    try {
      return await workingQueue()
    } catch (error) {
      if (!isDatabaseAway(error)) throw error
      log.warn('the database does not answer; trying again')
      await new Promise((next) => setTimeout(next, RETRY_MS))
    }
  }
}

// The queue worker: seals packs, and keeps what the list of jobs says up with their evidence. It holds no state, so any number may run beside each other.
const { db, pool } = appDatabase()
const queue = await queueOnceThere()

await queue.work<{ requestId: string }>(SEAL_QUEUE, { pollingIntervalSeconds: 0.5 }, async (jobs) => {
  for (const { data } of jobs) {
    const request = await packRequestById(db, data.requestId)
    if (!request || request.state === 'sealed') continue
    await updatePackRequest(db, request.id, { state: 'sealing' })
    try {
      const packId = await sealPack(db, {
        jobId: request.jobId,
        sealedBy: request.requestedBy,
        secretKeyHex: signingKey(),
      })
      await updatePackRequest(db, request.id, { state: 'sealed', packId, failure: null })
    } catch (error) {
      log.error(faultOf(error), 'sealing failed')
      await updatePackRequest(db, request.id, {
        state: 'failed',
        failure:
          error instanceof PackTooLarge
            ? `${error.message} Nothing was sealed, and nothing is lost.`
            : 'The pack could not be made. Nothing is lost; ask for it again.',
      })
      throw error
    }
  }
})
const summaries = keepSummariesUp(db)
const retention = keepRetention(db)
log.info('queue worker is ready')
setTimeout(() => {
  warmReport().catch((error: unknown) => log.warn(faultOf(error), 'the report could not be warmed up'))
}, WARM_AFTER_MS).unref()

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    if (stopping) return
    stopping = true
    retention.stop()
    void Promise.all([queue.stop({ graceful: true, timeout: 5000 }), summaries.stop()])
      .then(() => pool.end())
      .finally(() => process.exit(0))
  })
