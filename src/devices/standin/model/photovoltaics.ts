import { type House, note } from './house'
import { sunShare } from './sun'

/** What a system could give with the sun there is, in watts. */
export function availableW(house: House, k: number): number {
  const spec = house.spec.pv[k]
  const state = house.pv[k]
  if (!spec || !state) return 0
  const sun = sunShare(house.hour, spec.azimuthDeg) * (1 - house.cloud)
  return state.shade.reduce((sum, shade) => sum + (spec.peakW / spec.strings) * sun * (1 - shade), 0)
}

/** Share that is left of PV at a frequency: a straight line from the start to the stop. */
export function curtailedShare(hz: number, startHz: number | null, stopHz: number | null): number {
  if (startHz === null || stopHz === null || hz <= startHz) return 1
  return Math.max(0, 1 - (hz - startHz) / (stopHz - startHz))
}

/**
 * Lets PV run at the voltage and frequency it sees. AC-coupled PV leaves with its supply and waits before it comes back; DC-coupled PV stays.
 *
 * @returns what it feeds in, in watts: on the island side and on the street's
 */
export function stepPv(house: House, dtS: number): { islandW: number[]; streetW: number[] } {
  const given = { islandW: house.spec.pv.map(() => 0), streetW: house.spec.pv.map(() => 0) }
  house.spec.pv.forEach((spec, k) => {
    const state = house.pv[k]
    if (!state) return
    const behindGateway = spec.side === 'island'
    const volts = behindGateway ? house.houseV : house.streetV
    const live = Math.min(...volts) > 0.85 * house.spec.nominalV && Math.max(...volts) < 1.1 * house.spec.nominalV
    const island = behindGateway && house.mode === 'island'
    const tripped = spec.coupling === 'ac' && (!live || (island && spec.tripHz !== null && house.houseHz > spec.tripHz))
    if (tripped) {
      if (state.waitS === 0) note(house, 'pvTripped', spec.name)
      state.waitS = spec.restartS
    } else if (state.waitS > 0 && !state.neverRestarts) {
      state.waitS = Math.max(0, state.waitS - dtS)
      if (state.waitS === 0) note(house, 'pvRestarted', spec.name)
    }
    const share = island ? curtailedShare(house.houseHz, spec.curtailStartHz, spec.curtailStopHz) : 1
    state.watts = state.waitS > 0 ? 0 : availableW(house, k) * (spec.coupling === 'ac' ? share : 1)
    if (spec.coupling === 'dc' && house.mode === 'dark') state.watts = 0
    const list = behindGateway ? given.islandW : given.streetW
    list[k] = state.watts
  })
  return given
}
