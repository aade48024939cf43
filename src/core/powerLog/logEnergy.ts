import type { OutageRows } from './logOutage'
import type { LogView } from './logRows'

/** Energies of a log in kWh: sums over the rows that are there. `null` where the quantity was not logged. */
export interface LogEnergy {
  loadKWh: number | null
  pvKWh: number | null
  importKWh: number | null
  exportKWh: number | null
  chargedKWh: number | null
  dischargedKWh: number | null
  islandLoadKWh: number | null
  /** Given less taken while the house was on its own. */
  islandBatteryKWh: number | null
  islandChargedKWh: number | null
  socAtIslandPercent: number | null
  socAtReconnectPercent: number | null
  /** Energy given over the share of the charge that it took; `null` where the log cannot tell. */
  apparentCapacityKWh: number | null
}

/** Error of the capacity that is still worth saying: 1 % and one step of the charge, over the share that was used. */
const MOST_ERROR = 0.15
const POWER_ERROR = 0.01
/** A battery that was charged in between shows nothing of its capacity beyond this share. */
const CHARGED_SHARE = 0.02

type Pick = (watts: number) => number
const all: Pick = (watts) => watts
const positive: Pick = (watts) => Math.max(0, watts)
const negative: Pick = (watts) => Math.max(0, -watts)

/** Energy in rows `from` up to and without `to`. */
function energyKWh(column: Float64Array | null, periodS: number, pick: Pick, from: number, to: number): number | null {
  if (column === null) return null
  let watts = 0
  for (let row = from; row < to; row++) {
    const value = column[row] as number
    if (!Number.isNaN(value)) watts += pick(value)
  }
  return (watts * periodS) / 3.6e6
}

/** Smallest step between two values that differ: what the charge is known to. */
export function stepOf(column: Float64Array | null): number {
  let least = Infinity
  for (let row = 1; column !== null && row < column.length; row++) {
    const difference = Math.abs((column[row] as number) - (column[row - 1] as number))
    if (difference > 1e-6 && difference < least) least = difference
  }
  return Number.isFinite(least) ? least : 0
}

function capacityKWh(view: LogView, given: number | null, charged: number | null, usedPercent: number | null) {
  if (given === null || charged === null || usedPercent === null || usedPercent <= 0) return null
  if (charged > CHARGED_SHARE * Math.max(given, charged)) return null
  const error = POWER_ERROR + stepOf(view.soc) / usedPercent
  return error > MOST_ERROR ? null : (100 * given) / usedPercent
}

/** Import and export: what a meter says of every row, or what the balance says of the rows on the street. */
function streetKWh(view: LogView, { island, lost, reconnect }: OutageRows, pick: Pick): number | null {
  const { grid, periodS, rows } = view
  if (grid === null) return null
  if (view.gridMetered || lost < 0) return energyKWh(grid, periodS, pick, 0, rows)
  const before = energyKWh(grid, periodS, pick, 0, lost) ?? 0
  const after = reconnect < 0 || island < 0 ? 0 : (energyKWh(grid, periodS, pick, reconnect, rows) ?? 0)
  return before + after
}

/** Energies of a whole log and of its island, with the apparent capacity of the battery where they show one. */
export function logEnergy(view: LogView, outage: OutageRows): LogEnergy {
  const { load, pv, pvUnlogged, battery, soc, periodS, rows } = view
  const { island, reconnect } = outage
  const hasIsland = island >= 0 && reconnect > island
  const whole = (column: Float64Array | null, pick: Pick) => energyKWh(column, periodS, pick, 0, rows)
  const inIsland = (column: Float64Array | null, pick: Pick) =>
    hasIsland ? energyKWh(column, periodS, pick, island, reconnect) : null
  const socAt = (row: number) =>
    hasIsland && soc !== null && !Number.isNaN(soc[row] as number) ? (soc[row] as number) : null
  const [socAtIslandPercent, socAtReconnectPercent] = [socAt(island), socAt(reconnect)]
  const used =
    socAtIslandPercent === null || socAtReconnectPercent === null ? null : socAtIslandPercent - socAtReconnectPercent
  const islandChargedKWh = inIsland(battery, negative)
  return {
    loadKWh: whole(load, all),
    // a log without PV is of a house without any, unless somebody knows better
    pvKWh: pv === null && !pvUnlogged ? 0 : whole(pv, all),
    importKWh: streetKWh(view, outage, positive),
    exportKWh: streetKWh(view, outage, negative),
    chargedKWh: whole(battery, negative),
    dischargedKWh: whole(battery, positive),
    islandLoadKWh: inIsland(load, all),
    islandBatteryKWh: inIsland(battery, all),
    islandChargedKWh,
    socAtIslandPercent,
    socAtReconnectPercent,
    apparentCapacityKWh: capacityKWh(view, inIsland(battery, positive), islandChargedKWh, used),
  }
}
