import type { ChargeUsed } from './apparentCapacity'
import { jointMs } from './betweenMarks'
import type { OutageRun } from './outageRun'

/** What the battery did at one moment of the island. */
export interface BatteryMoment {
  atMs: number
  /** Out of the battery is above 0. */
  batteryW: number | null
  socPercent: number | null
}

/**
 * The moments of a run that are of its island: on its own supply, after the cut and before the street was closed again, whatever came later.
 *
 * @example islandMoments(run, moments) // those between “out” and “street back”
 */
export function islandMoments<Moment extends BatteryMoment & { mode: string | null }>(
  { out, streetBack, ended }: Pick<OutageRun, 'out' | 'streetBack' | 'ended'>,
  moments: readonly Moment[],
): Moment[] {
  if (out === null) return []
  const end = streetBack ?? ended
  const toMs = end ? jointMs(end) : Infinity
  return moments.filter(({ atMs, mode }) => mode === 'island' && atMs >= jointMs(out) && atMs <= toMs)
}

/** Longer without a value, and the energy of that time is not known. */
const MOST_HOLE_MS = 5000
/** A battery that was charged in between shows nothing of its capacity beyond this share. */
const CHARGED_SHARE = 0.02
const MS_PER_HOUR = 3.6e6

/** Smallest step between charges that differ; `null` where the charge never moved. */
function stepOf(charges: readonly number[]): number | null {
  const steps = charges.slice(1).flatMap((charge, k) => {
    const step = Math.abs(charge - (charges[k] as number))
    return step > 1e-6 ? [step] : []
  })
  return steps.length === 0 ? null : Math.min(...steps)
}

/**
 * T-8, live: the energy that the battery gave over some moments of an island, and the charge before and after. Between two moments the power is
 * that of their middle. `null` where values are missing for more than five seconds, where it was charged in between, or where the charge is unknown.
 *
 * @example energyGiven(moments)?.givenWh // => 412.5
 */
export function energyGiven(moments: readonly BatteryMoment[]): ChargeUsed | null {
  let given = 0
  let taken = 0
  for (let k = 1; k < moments.length; k++) {
    const [before, after] = [moments[k - 1] as BatteryMoment, moments[k] as BatteryMoment]
    const ms = after.atMs - before.atMs
    if (before.batteryW === null || after.batteryW === null || ms > MOST_HOLE_MS || ms < 0) return null
    const meanW = (before.batteryW + after.batteryW) / 2
    if (meanW > 0) given += meanW * ms
    else taken -= meanW * ms
  }
  const charges = moments.flatMap(({ socPercent }) => (socPercent === null ? [] : [socPercent]))
  const [fromPercent, toPercent] = [charges[0], charges.at(-1)]
  if (fromPercent === undefined || toPercent === undefined || charges.length < moments.length) return null
  if (given === 0 || taken > CHARGED_SHARE * given) return null
  // what went back in is not the capacity's
  return { givenWh: (given - taken) / MS_PER_HOUR, fromPercent, toPercent, stepPercent: stepOf(charges) }
}
