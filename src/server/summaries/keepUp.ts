import type { Database } from '@/db/client'
import { markOutdated } from '@/db/queries/summaries'
import { faultOf, log } from '../log'
import { jobRests } from './jobRests'
import { workOutChanged } from './workOut'

const LOOK_EVERY_MS = 400
const AFTER_FAILURE_MS = 5000
/** Jobs of an earlier version of the rules that are marked at a time, so that what a crew changes now is not behind all of them. */
const OUTDATED_AT_A_TIME = 50

/** Keeps what the list says of each job up with its evidence, until it is told to stop. */
export function keepSummariesUp(db: Database): { stop: () => Promise<void> } {
  let stopped = false
  let wake = () => {}
  const pause = (ms: number) =>
    new Promise<void>((done) => {
      const timer = setTimeout(done, ms)
      wake = () => {
        clearTimeout(timer)
        done()
      }
    })
  const rests = jobRests(() => performance.now())
  const round = async () => {
    const done = await workOutChanged(db, rests)
    if (done === 0) await markOutdated(db, OUTDATED_AT_A_TIME)
  }
  const run = async () => {
    while (!stopped)
      try {
        await round()
        await pause(LOOK_EVERY_MS)
      } catch (error) {
        log.warn(faultOf(error), 'summaries wait for the database')
        await pause(AFTER_FAILURE_MS)
      }
  }
  const running = run()
  return {
    stop: () => {
      stopped = true
      wake()
      return running
    },
  }
}
