import { atLeast, within } from '../quantity/tolerance'
import type { Verdict } from '../rules/verdict'
import { type PowerLog, type PowerPair, ROWS_NEEDED, meanOf, rowsThere } from './powerRows'

export interface ForcedPowerInput {
  kind: 'forcedCharge' | 'forcedDischarge'
  log: Pick<PowerLog, 'periodS' | 'batteryW'> | null
  pair: Pick<PowerPair, 'batteryW'> | null
  /** What was kept of a stretch that was judged before: the mean of its minute, and how long it was. */
  window?: { batteryW: number | null; lastedS: number } | null
  /** The power that was commanded, above 0 either way. */
  setW: number | null
}

export interface ForcedPower {
  reachedW: number | null
  reachedPercent: number | null
  /** Seconds until the power held for ten of them; `null` where it never did, or for one moment. */
  reachedAfterS: number | null
  verdict: Verdict
}

const UNKNOWN: ForcedPower = { reachedW: null, reachedPercent: null, reachedAfterS: null, verdict: 'open' }
/** Share of the set power from which it counts as reached, how long it must hold, and the stretch that is averaged. */
const REACHED_SHARE = 0.95
const HOLD_S = 10
const MEAN_S = 60
const BAND_PERCENT = [95, 105] as const

/** First row from which the power holds for `hold` rows on end; a missing row breaks it. −1 where there is none. */
function firstHeld(rows: readonly (number | null)[], setW: number, hold: number): number {
  let held = 0
  for (let k = 0; k < rows.length; k++) {
    const powerW = rows[k] ?? null
    held = powerW !== null && atLeast(powerW, REACHED_SHARE * setW) ? held + 1 : 0
    if (held >= hold) return k - hold + 1
  }
  return -1
}

function judged(reachedW: number, setW: number, reachedAfterS: number | null, good: Verdict): ForcedPower {
  const reachedPercent = (100 * reachedW) / setW
  const reached = within(reachedPercent, ...BAND_PERCENT)
  return { reachedW, reachedPercent, reachedAfterS, verdict: reached ? good : 'stop' }
}

/**
 * T-11, forced power: the battery charges or discharges as commanded, within 5 %. From a log the mean of the minute after it was reached
 * counts (the last minute where it never was); one moment typed from a display is Watch. Power the other way is negative, and Stop.
 *
 * @example forcedPower({ kind: 'forcedCharge', log: null, pair: { batteryW: -1500 }, setW: 1500 }).verdict // 'watch'
 */
export function forcedPower({ kind, log, pair, setW, window = null }: ForcedPowerInput): ForcedPower {
  if (setW === null || setW <= 0) return UNKNOWN
  const inDirection = (batteryW: number) => (kind === 'forcedCharge' ? -batteryW : batteryW)
  if (window) {
    if (window.batteryW === null || !atLeast(window.lastedS, MEAN_S)) return UNKNOWN
    return judged(inDirection(window.batteryW), setW, null, 'proven')
  }
  if (log === null) {
    const shownW = pair?.batteryW ?? null
    return shownW === null ? UNKNOWN : judged(inDirection(shownW), setW, null, 'watch')
  }
  const rows = log.batteryW?.map((row) => (row === null ? null : inDirection(row))) ?? null
  if (rows === null || !atLeast(rows.length * log.periodS, MEAN_S)) return UNKNOWN
  if (!atLeast(rowsThere(rows), ROWS_NEEDED * rows.length)) return UNKNOWN
  const minute = Math.round(MEAN_S / log.periodS)
  const from = firstHeld(rows, setW, Math.max(1, Math.round(HOLD_S / log.periodS)))
  const whole = from >= 0 && from + minute <= rows.length
  const start = whole ? from : Math.max(0, rows.length - minute)
  const reachedW = meanOf(rows.slice(start, start + minute))
  return reachedW === null ? UNKNOWN : judged(reachedW, setW, from < 0 ? null : from * log.periodS, 'proven')
}
