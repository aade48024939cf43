import { atMost } from '../quantity/tolerance'

/** How far a maker's hours may be from the plan's before they are spoken of (P-7). */
const APART = 0.2

/** A maker's hours beside the plan's. */
export interface MakersEstimate {
  makerH: number
  planH: number
  /** More than a fifth apart, of the plan's. */
  apart: boolean
  /** The mean load that the maker's hours imply, in watts, standby not counted. */
  impliedW: number
}

/**
 * P-7: hours as a maker gives them, from full, beside those of the plan, and the load that they imply.
 *
 * @param availableWh energy from full at the house
 * @returns `null` while one of them is not known
 * @example makersEstimate({ makerH: 20, planH: 10, availableWh: 10_000, standbyW: 50 }) // { …, apart: true, impliedW: 450 }
 */
export function makersEstimate(facts: {
  makerH: number | null
  planH: number | null
  availableWh: number | null
  standbyW: number | null
}): MakersEstimate | null {
  const { makerH, planH, availableWh, standbyW } = facts
  if (makerH === null || makerH <= 0 || planH === null || availableWh === null || standbyW === null) return null
  return {
    makerH,
    planH,
    apart: !atMost(Math.abs(makerH - planH), APART * planH),
    impliedW: Math.max(0, availableWh / makerH - standbyW),
  }
}
