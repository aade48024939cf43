import type { Installation } from '../installation/installation'
import { syntheticLoadW } from '../plan/syntheticProfiles'
import { HOURS_PER_YEAR } from '../plan/yearProfile'

/** Share of the night's hours in which the house asks for less than the set point. */
const SHARE = 0.1
const NIGHT_FROM_H = 22
const NIGHT_TO_H = 6

/**
 * S-6: what an old battery may give at all times without ever meeting the new one: the tenth percentile of what the house asks for by night, in
 * watts, by nearest rank over every night hour of a year from the load list (P-8).
 *
 * @returns `null` without loads, or while the place's latitude is not known
 * @example constantExportW(house) // 180
 */
export function constantExportW({ loads, site }: Pick<Installation, 'loads' | 'site'>): number | null {
  if (loads.length === 0 || site.latitudeDeg === null) return null
  const loadW = syntheticLoadW(loads, site.latitudeDeg)
  const night: number[] = []
  for (let hour = 0; hour < HOURS_PER_YEAR; hour++) {
    const clock = hour % 24
    if (clock >= NIGHT_FROM_H || clock < NIGHT_TO_H) night.push(loadW[hour] as number)
  }
  night.sort((a, b) => a - b)
  return night[Math.max(0, Math.ceil(SHARE * night.length) - 1)] ?? null
}
