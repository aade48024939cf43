/** What a battery gave while its charge fell, as somebody read it. */
export interface ChargeUsed {
  givenWh: number | null
  /** State of charge at the beginning and at the end, in percent. */
  fromPercent: number | null
  toPercent: number | null
  /** Smallest step in which the charge is shown, in percent. */
  stepPercent: number | null
}

export interface ApparentCapacity {
  capacityWh: number
  /** How far it may be wrong to either side. */
  errorWh: number
}

/** Error of the energy itself, as a share. */
const POWER_ERROR = 0.01
/** Steps that the charge has to move by before anything is said of the capacity. */
const LEAST_STEPS = 10

/**
 * T-8, T-14: the capacity that a battery shows: energy given over the share of the charge that it took, with its error (1 % of the energy and one
 * step of the charge). `null` where something is missing, or the charge moved by fewer than ten steps.
 *
 * @example apparentCapacity({ givenWh: 2000, fromPercent: 80, toPercent: 60, stepPercent: 1 }) // => { capacityWh: 10000, errorWh: 600 }
 */
export function apparentCapacity({
  givenWh,
  fromPercent,
  toPercent,
  stepPercent,
}: ChargeUsed): ApparentCapacity | null {
  if (givenWh === null || fromPercent === null || toPercent === null || stepPercent === null) return null
  const usedPercent = fromPercent - toPercent
  if (!(givenWh > 0) || !(stepPercent > 0) || !(usedPercent >= LEAST_STEPS * stepPercent)) return null
  const capacityWh = (100 * givenWh) / usedPercent
  return { capacityWh, errorWh: capacityWh * (POWER_ERROR + stepPercent / usedPercent) }
}
