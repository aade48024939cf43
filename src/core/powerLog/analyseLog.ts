import type { RulePack } from '../rules/rulePack'
import { type DroopFigures, logDroop } from './logDroop'
import { type LogEnergy, logEnergy } from './logEnergy'
import type { LogMark, LogMarks } from './logMarks'
import { type LogOutage, type OutageRows, logOutage } from './logOutage'
import { type PvRestart, logPvRestart, pvBeforeW } from './logPvRestart'
import { type LogReserve, logReserve } from './logReserve'
import { type LogView, rowAt, viewOfLog } from './logRows'
import { type LogStep, type MatchedMark, type Segment, logSteps, matchMarks } from './logSteps'
import { type LogTrip, logTrips } from './logTrips'
import { type JudgedLogTest, logWorkingTests } from './logWorkingTests'
import type { LogGap, LoggedPowers } from './readPowerLog'

/** Everything a power log shows. */
export interface LogAnalysis extends LogOutage, DroopFigures {
  samples: number
  periodS: number
  startedAt: string | null
  logGaps: LogGap[]
  /** B: a row a second or faster. `null` for slower ones, which show no gap. */
  grade: 'B' | null
  energy: LogEnergy
  /** PV was not logged, and is taken as none: where there is some, it may have carried what the street is said to. */
  withoutPv: boolean
  /** What the street gave was neither logged nor can be worked out. */
  streetUnseen: boolean
  /** PV gave before the loss, or there may be some that was not logged: after the return it is looked for. */
  pvExpected: boolean
  pvRestart: PvRestart[]
  trips: LogTrip[]
  steps: LogStep[]
  marks: MatchedMark[]
  workingTests: JudgedLogTest[]
  reserve: LogReserve | null
}

/** Least step that is looked for where the crew says none: a fridge comes and goes with less. */
const USUAL_MIN_STEP_W = 200
const SLOWEST_GRADE_B_S = 1

/** Unbroken stretches of the island: between the trips, up to the return. */
function segmentsOf(view: LogView, { island, reconnect }: OutageRows, trips: readonly LogTrip[]): Segment[] {
  if (island < 0) return []
  const end = reconnect < 0 ? view.rows : reconnect
  const segments: Segment[] = []
  let from = island
  for (const { row, restartRow } of trips) {
    segments.push({ from, to: row })
    from = restartRow < 0 ? end : restartRow
  }
  // dead rows just before the return are the second gap
  let to = end
  while (to > from && view.houseV !== null && !view.houseLive(to - 1)) to--
  segments.push({ from, to })
  return segments.filter((segment) => segment.to - segment.from > 2)
}

/** Marks that can belong to a load: not those of a restart, nor those tapped while the house was dead. */
function loadMarks(view: LogView, marks: readonly LogMark[]): LogMark[] {
  return marks.filter(({ timeS, action }) => {
    const row = Math.min(view.rows - 1, rowAt(view, timeS))
    return !action && !view.houseDead(row)
  })
}

/**
 * T-7, T-8, T-9, T-11 and S-3 from a power log: the outage with its gap, wait and return, load steps with droop, trips, PV, energies,
 * working tests in their windows, and the reserve seen live. What the log does not hold is `null`.
 */
export function analyseLog(
  log: LoggedPowers,
  marks: LogMarks,
  pack: Pick<RulePack, 'limits' | 'nominalV'>,
): LogAnalysis {
  const view = viewOfLog(log, pack.nominalV, marks.planned.pv === true)
  const outage = logOutage(view, pack)
  const trips = logTrips(view, outage, marks.marks, marks.declared.overloadLimitW ?? null)
  const segments = segmentsOf(view, outage, trips)
  const steps = logSteps(view, segments, marks.declared.minStepW ?? USUAL_MIN_STEP_W)
  const matched = matchMarks(steps, loadMarks(view, marks.marks))
  return {
    samples: view.rows,
    periodS: log.periodS,
    startedAt: log.startedAt,
    logGaps: log.gaps,
    grade: log.periodS <= SLOWEST_GRADE_B_S ? 'B' : null,
    ...outage.outage,
    energy: logEnergy(view, outage),
    withoutPv: view.pv === null,
    streetUnseen: view.grid === null,
    pvExpected: view.pvUnlogged || pvBeforeW(view, outage) !== null,
    pvRestart: logPvRestart(view, outage),
    trips,
    ...matched,
    ...logDroop(view, segments, steps),
    workingTests: logWorkingTests(view, marks, pack.limits),
    reserve: logReserve(view, marks.planned),
  }
}
