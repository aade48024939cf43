import { energyAtLoadWh } from '../plan/leadAcidBank'
import { drawInOutageW } from '../plan/stayingOn'
import type { Installation, Load } from '../installation/installation'
import type { IslandSun } from './islandSun'

/** What a household needs to know how long its battery lasts for what it switches on; `null` where nobody has declared it. */
export interface Lasting {
  /** Energy at the AC side from full, and from the reserve, down to the floor, in watt-hours. */
  fullWh: number | null
  reserveWh: number | null
  standbyW: number
  /** Things that can be switched, with what each draws on average. */
  loads: { tag: string; name: string; meanW: number; stays: boolean }[]
}

/** The figures behind “how long does it last”, from the record. Only what is backed up is listed. */
export function lastingOf({ sources, loads }: Installation, staying: readonly Load[]): Lasting {
  const backedUp = loads.filter((load) => load.backedUp)
  // a lead–acid bank is taken with all of it on: with less on it gives more, and the page promises less than it could
  const usableWh = energyAtLoadWh(sources, drawInOutageW(backedUp, sources.standbyW))
  const { dischargeEfficiency, floorSoc, standbyW } = sources
  const from = (soc: number | null) =>
    usableWh === null || soc === null || dischargeEfficiency === null || floorSoc === null || standbyW === null
      ? null
      : Math.max(0, soc - floorSoc) * usableWh * dischargeEfficiency
  return {
    fullWh: from(1),
    reserveWh: from(sources.reserveSoc),
    // without it there are no hours to be said
    standbyW: standbyW ?? 0,
    loads: backedUp.map(({ tag, name, powerW, duty }) => ({
      tag,
      name,
      meanW: powerW * duty,
      stays: staying.some((load) => load.tag === tag),
    })),
  }
}

/**
 * Hours that an energy lasts for what is on, without sun; `null` where nobody declared the energy, or nothing draws.
 *
 * @example lastsH(6000, 45, 955) // 6
 */
export function lastsH(energyWh: number | null, standbyW: number, drawnW: number): number | null {
  const totalW = standbyW + drawnW
  return energyWh === null || totalW <= 0 ? null : energyWh / totalW
}

/** An outage is taken to begin at dusk: the night comes first. */
const DUSK_HOUR = 18
/** Longer than this is said as “more than”: a fortnight of one kind of day is no forecast. */
export const MOST_LASTING_H = 14 * 24

/**
 * Hours that a battery lasts from full with the sun of dull days of one month, an outage beginning at dusk; what the sun gives beyond the draw charges
 * the battery as far as it takes it.
 *
 * @param month 0 for January
 * @returns `null` where the energy or the sun is not known; at most {@link MOST_LASTING_H}
 */
export function lastsWithSunH(
  { fullWh, standbyW }: Pick<Lasting, 'fullWh' | 'standbyW'>,
  sun: IslandSun | null,
  month: number,
  drawnW: number,
): number | null {
  const day = sun?.dullDayW[month]
  if (fullWh === null || !sun || !day) return null
  let wh = fullWh
  for (let h = 0; h < MOST_LASTING_H; h++) {
    const missingW = standbyW + drawnW - (day[(DUSK_HOUR + h) % day.length] ?? 0)
    if (missingW > wh) return h + wh / missingW
    wh = missingW > 0 ? wh - missingW : Math.min(fullWh, wh + Math.min(-missingW, sun.chargeLimitW) * sun.roundTrip)
  }
  return MOST_LASTING_H
}
