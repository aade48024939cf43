import type { OutageRows } from './logOutage'
import { type LogView, firstRow, rowAt } from './logRows'
import { meanOf } from '../settings/powerRows'

/** PV that comes back, inside the island or after the return (T-7). */
export interface PvRestart {
  where: 'island' | 'afterReturn'
  /** Mean power just before the loss. */
  beforeW: number
  t10S: number
  /** `null` where the log ends before. */
  t90S: number | null
  t10AfterS: number
  t90AfterS: number | null
}

const BEFORE_S = 30
/** Less than this was no generation. */
const LEAST_W = 50

function restartIn(
  { pv, timeS }: LogView,
  beforeW: number,
  from: number,
  to: number,
  where: PvRestart['where'],
): PvRestart | null {
  const reaches = (share: number) => firstRow(from, to, (row) => (pv?.[row] as number) >= share * beforeW)
  const t10 = reaches(0.1)
  if (t10 < 0) return null
  const t90 = reaches(0.9)
  const startS = timeS[from] as number
  const t10S = timeS[t10] as number
  const t90S = t90 < 0 ? null : (timeS[t90] as number)
  return { where, beforeW, t10S, t90S, t10AfterS: t10S - startS, t90AfterS: t90S === null ? null : t90S - startS }
}

/** Mean power of PV just before the loss; `null` where it was not logged, or gave nothing to speak of. */
export function pvBeforeW({ pv, timeS }: LogView, { lost }: Pick<OutageRows, 'lost'>): number | null {
  if (pv === null || lost < 0) return null
  const from = rowAt({ timeS }, (timeS[lost] as number) - BEFORE_S)
  const beforeW = meanOf([...pv.subarray(from, lost)].map((watts) => (Number.isNaN(watts) ? null : watts)))
  return beforeW === null || beforeW < LEAST_W ? null : beforeW
}

/** T-7 from a log: the first rows at or above 10 % and 90 % of what PV gave before the loss, in the island and after the return. */
export function logPvRestart(view: LogView, outage: OutageRows): PvRestart[] {
  const beforeW = pvBeforeW(view, outage)
  if (beforeW === null) return []
  const { island, reconnect } = outage
  const inIsland = island < 0 ? null : restartIn(view, beforeW, island, reconnect < 0 ? view.rows : reconnect, 'island')
  const after = reconnect < 0 ? null : restartIn(view, beforeW, reconnect, view.rows, 'afterReturn')
  return [inIsland, after].filter((restart) => restart !== null)
}
