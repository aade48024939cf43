import type { Installation, Load } from '../installation/installation'

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
  const usableWh =
    sources.usableWh ??
    (sources.nominalWh === null || sources.depthOfDischarge === null
      ? null
      : sources.nominalWh * sources.depthOfDischarge)
  const from = (soc: number | null) =>
    usableWh === null || soc === null
      ? null
      : Math.max(0, soc - sources.floorSoc) * usableWh * sources.dischargeEfficiency
  return {
    fullWh: from(1),
    reserveWh: from(sources.reserveSoc),
    standbyW: sources.standbyW,
    loads: loads
      .filter(({ backedUp }) => backedUp)
      .map(({ tag, name, powerW, duty }) => ({
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
