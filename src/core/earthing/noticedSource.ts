import type { BandedOhm } from './joinedElectrodes'

/**
 * E-4b, the last part: whether a reading in island mode noticed that the source had changed. One that is its twin on the street's supply to
 * within both instruments' bands did not: it was taken before the changeover, on another circuit, or with the street's neutral still joined.
 *
 * @returns `null` while one of the two is missing
 * @example noticedSource({ ohm: 0.42, bandOhm: 0.02 }, { ohm: 0.43, bandOhm: 0.02 }) // false
 */
export function noticedSource(grid: BandedOhm | null, island: BandedOhm | null): boolean | null {
  if (grid === null || island === null) return null
  return Math.abs(island.ohm - grid.ohm) > (grid.bandOhm + island.bandOhm) * (1 + 1e-9)
}
