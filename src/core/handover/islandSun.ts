import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import type { Plan } from '../plan/planOfInstallation'
import { isKnownSystem } from '../plan/autonomy'
import { systemOfPlan, yearOfInstallation } from '../plan/yearOfInstallation'
import { MONTH_DAYS } from '../plan/yearProfile'

const HOURS = 24
/** The day of a month that is drawn on: three of four give more. */
const DULL_QUANTILE = 0.25

/** The sun that helps in an outage, month by month. */
export interface IslandSun {
  /** Watts by month (January first) and hour of the day, on a dull day. */
  dullDayW: number[][]
  /** What the battery takes in at most, in watts. */
  chargeLimitW: number
  /** Share of what goes in that comes out again. */
  roundTrip: number
  /** Month with the least sun, 0 for January. */
  darkestMonth: number
}

/** Hourly watts of the day that a quarter of the days of a month fall below. */
function dullDay(pvW: Float64Array, firstDay: number, days: number): number[] {
  const sums = Array.from({ length: days }, (_, k) => {
    const from = (firstDay + k) * HOURS
    return { from, wh: pvW.subarray(from, from + HOURS).reduce((sum, watts) => sum + watts, 0) }
  }).sort((a, b) => a.wh - b.wh)
  const { from } = sums[Math.floor((days - 1) * DULL_QUANTILE)] as (typeof sums)[number]
  return Array.from(pvW.subarray(from, from + HOURS), Math.round)
}

/**
 * The sun on a dull day of each month that feeds this house's island, by the synthetic year (P-8): a plan's figure.
 *
 * @returns `null` for a house without PV, and where latitude, faces, or a figure of the charging is not known: nothing is counted on then
 */
export function islandSunOf(installation: Installation, plan: Plan): IslandSun | null {
  const system = systemOfPlan(installation, plan)
  if (itemsOf(installation.survey, 'arrayFace').length === 0 || !isKnownSystem(system) || system.pvShare === 0)
    return null
  const { profile } = yearOfInstallation(installation, { load: null, pv: null })
  if (!profile) return null
  const pvW = profile.pvW.map((watts) => watts * system.pvShare)
  let firstDay = 0
  const dullDayW = MONTH_DAYS.map((days) => {
    const day = dullDay(pvW, firstDay, days)
    firstDay += days
    return day
  })
  const sums = dullDayW.map((day) => day.reduce((sum, watts) => sum + watts, 0))
  return {
    dullDayW,
    chargeLimitW: system.chargeLimitW,
    roundTrip: system.chargeEfficiency * system.dischargeEfficiency,
    darkestMonth: sums.indexOf(Math.min(...sums)),
  }
}
