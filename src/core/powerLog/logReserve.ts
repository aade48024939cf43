import type { Verdict } from '../rules/verdict'
import { stepOf } from './logEnergy'
import type { LogMarks } from './logMarks'
import type { LogView } from './logRows'

/** A change of who carries the house, with the state of charge it came at. */
export interface ReserveTransition {
  timeS: number
  to: 'battery' | 'grid'
  /** `null` where the row does not say it: then nothing is judged. */
  socPercent: number | null
}

/** The reserve seen live (S-3). The return is only known between two states of charge. */
export interface LogReserve {
  transitions: ReserveTransition[]
  fallbackSeenPercent: number | null
  returnSeenFromPercent: number | null
  returnSeenToPercent: number | null
  verdict: Verdict
}

type Carrier = 'battery' | 'grid'
interface Run {
  carrier: Carrier
  from: number
  to: number
}

const BATTERY_GIVES_W = 100
const BATTERY_RESTS_W = 50
const LOAD_ABOVE_PV_W = 100
const LEAST_RUN_S = 10
const FALLBACK_BAND_PERCENT = 0.5

/** Who a row shows to carry the house; `null` where it shows neither, or where there is no street to choose. */
function carrierAt({ battery, load, pv, pvUnlogged, gridDead }: LogView, row: number): Carrier | null {
  if (gridDead(row)) return null
  const given = battery?.[row] ?? NaN
  if (given > BATTERY_GIVES_W) return 'battery'
  const wanted = (load?.[row] ?? NaN) - (pv?.[row] ?? (pvUnlogged ? NaN : 0))
  return wanted > LOAD_ABOVE_PV_W && given < BATTERY_RESTS_W ? 'grid' : null
}

/** Rows on end that show the same carrier, long enough to count. */
function runsOf(view: LogView): Run[] {
  const least = Math.round(LEAST_RUN_S / view.periodS)
  const runs: Run[] = []
  for (let row = 0; row < view.rows;) {
    const carrier = carrierAt(view, row)
    let to = row + 1
    while (to < view.rows && carrierAt(view, to) === carrier) to++
    if (carrier !== null && to - row >= least) runs.push({ carrier, from: row, to })
    row = to
  }
  return runs
}

/** Whether the street was gone between two runs: what changed with it is no choice of the reserve's. */
function isOutageBetween({ gridDead }: LogView, before: Run, run: Run): boolean {
  for (let row = before.to; row < run.from; row++) if (gridDead(row)) return true
  return false
}

function verdictOf(found: Omit<LogReserve, 'verdict'>, planned: LogMarks['planned'], socStepPercent: number): Verdict {
  const { transitions, returnSeenFromPercent: low, returnSeenToPercent: high } = found
  const fallbacks = transitions.flatMap(({ to, socPercent }) => (to === 'grid' ? [socPercent] : []))
  const { fallbackPercent, bandPercent } = planned
  if (fallbacks.length === 0 || low === null || high === null) return 'open'
  if (transitions.some(({ socPercent }) => socPercent === null)) return 'open'
  if (fallbackPercent === null || fallbackPercent === undefined || bandPercent === null || bandPercent === undefined)
    return 'open'
  const near = FALLBACK_BAND_PERCENT + socStepPercent + 1e-9
  const back = fallbackPercent + bandPercent
  const asPlanned =
    fallbacks.every((socPercent) => Math.abs((socPercent ?? NaN) - fallbackPercent) <= near) &&
    back >= low - socStepPercent - 1e-9 &&
    back <= high + socStepPercent + 1e-9
  return asPlanned ? 'proven' : 'stop'
}

/**
 * S-3 seen live, from a log with the street there: at which state of charge the street took over, and between which two the battery came
 * back. Open without both; `null` where battery, load or charge were not logged.
 */
export function logReserve(view: LogView, planned: LogMarks['planned']): LogReserve | null {
  const { soc, timeS, battery, load } = view
  if (soc === null || battery === null || load === null) return null
  const runs = runsOf(view)
  const changes = runs.flatMap((run, k) => {
    const before = runs[k - 1]
    if (before === undefined || before.carrier === run.carrier || isOutageBetween(view, before, run)) return []
    return [{ run, before }]
  })
  const socAt = (row: number) => (Number.isNaN(soc[row]) ? null : (soc[row] as number))
  const backs = changes.filter(({ run }) => run.carrier === 'battery')
  const extreme = (values: readonly (number | null)[], pick: (...all: number[]) => number) => {
    const known = values.filter((value) => value !== null)
    return known.length === 0 || known.length < values.length ? null : pick(...known)
  }
  const transitions = changes.map(({ run }): ReserveTransition => ({
    timeS: timeS[run.from] as number,
    to: run.carrier,
    socPercent: socAt(run.from),
  }))
  const found = {
    transitions,
    fallbackSeenPercent: extreme(
      transitions.filter(({ to }) => to === 'grid').map(({ socPercent }) => socPercent),
      Math.max,
    ),
    returnSeenFromPercent: extreme(
      backs.map(({ before }) => socAt(before.to - 1)),
      Math.max,
    ),
    returnSeenToPercent: extreme(
      backs.map(({ run }) => socAt(run.from)),
      Math.min,
    ),
  }
  return { ...found, verdict: verdictOf(found, planned, stepOf(soc)) }
}
