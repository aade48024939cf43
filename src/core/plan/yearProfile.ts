/** Days of a 365-day year by month. */
export const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const
export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const
export const HOURS_PER_YEAR = 8760

/** A household year: mean watts of each step, from 1 January 00:00 of a 365-day year. */
export interface YearProfile {
  /** Length of a step in hours: 1, 0.5 or 0.25. */
  stepH: number
  loadW: Float64Array
  pvW: Float64Array
}

/** What is wrong with a profile, in words; `null` when it covers a year in whole steps with finite figures of 0 or more. */
export function profileFault({ stepH, loadW, pvW }: YearProfile): string | null {
  const steps = Math.round(HOURS_PER_YEAR / stepH)
  if (loadW.length !== steps) return `The load profile has ${loadW.length} rows; a year at ${stepH} h has ${steps}.`
  if (pvW.length !== steps) return `The PV profile has ${pvW.length} rows; a year at ${stepH} h has ${steps}.`
  for (const [name, values] of [
    ['load', loadW],
    ['PV', pvW],
  ] as const) {
    const at = values.findIndex((watts) => !(watts >= 0 && watts < Infinity))
    if (at >= 0) return `The ${name} profile has ${values[at]} W in row ${at + 1}; watts of 0 or more are taken.`
  }
  return null
}

/** A series of watts brought to a longer step by averaging; the longer step must be a whole multiple. */
export function averagedTo(watts: Float64Array, fromStepH: number, toStepH: number): Float64Array {
  const many = Math.round(toStepH / fromStepH)
  if (many === 1) return watts
  const out = new Float64Array(Math.floor(watts.length / many))
  for (let k = 0; k < out.length; k++) {
    let sum = 0
    for (let i = 0; i < many; i++) sum += watts[k * many + i] as number
    out[k] = sum / many
  }
  return out
}
