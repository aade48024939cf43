import type { Database } from '@/db/client'
import { faultOf, log } from '../log'
import { eraseDue } from './eraseDue'

const LOOK_EVERY_MS = 60 * 60_000
const FIRST_AFTER_MS = 60_000

/** Looks once an hour for customers' data that a crew keeps no longer, until it is told to stop. */
export function keepRetention(db: Database): { stop: () => void } {
  const look = async () => {
    try {
      const done = await eraseDue(db)
      if (done > 0) log.info({ jobs: done }, 'customers’ data were kept as long as they are kept')
    } catch (error) {
      log.warn(faultOf(error), 'retention waits for the database')
    }
  }
  const first = setTimeout(() => void look(), FIRST_AFTER_MS)
  const again = setInterval(() => void look(), LOOK_EVERY_MS)
  return {
    stop: () => {
      clearTimeout(first)
      clearInterval(again)
    },
  }
}
