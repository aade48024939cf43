import { atLeast, atMost } from '../../quantity/tolerance'
import { type CrossCheck, allRead, verdictOf } from './crossCheck'

export interface ReservePart {
  usableWh: number
  dischargeEfficiency: number
  reserveSoc: number
  floorSoc: number
  loadW: number
  standbyW: number
  promisedH: number
}

/** S-2, reserve: it carries the promised load as long as was promised (P-7 without PV, from the reserve down to the floor). */
export const reserveCheck: CrossCheck<ReservePart> = (part) => {
  const { usableWh, dischargeEfficiency, reserveSoc, floorSoc, loadW, standbyW, promisedH } = part
  const energy = [usableWh, dischargeEfficiency, reserveSoc, floorSoc, loadW, standbyW]
  if (!allRead(energy)) return { runtimeH: null, verdict: 'open' }
  const [fullWh, efficiency, reserve, floor, load, standby] = energy as [number, number, number, number, number, number]
  const netW = load + standby
  const runtimeH = netW <= 0 ? null : (fullWh * efficiency * Math.max(0, reserve - floor)) / netW
  if (promisedH === null || promisedH === undefined) return { runtimeH, verdict: 'open' }
  return { runtimeH, verdict: verdictOf(runtimeH === null || atLeast(runtimeH, promisedH)) }
}

export interface FallbackPart {
  fallbackSoc: number
  returnSoc: number
}

/** S-2, fallback: it lies below the return by the band that keeps the house from going to and fro. */
export const fallbackCheck: CrossCheck<FallbackPart> = ({ fallbackSoc, returnSoc }, { limits }) => {
  const both = [fallbackSoc, returnSoc]
  if (!allRead(both)) return { bandSoc: null, verdict: 'open' }
  const [fallback, back] = both as [number, number]
  const bandSoc = back - fallback
  return { bandSoc, verdict: verdictOf(atLeast(bandSoc, limits.reserveBandMin.value / 100)) }
}

export interface ChargePowerPart {
  setW: number
  deviceW: number
  socStart: number
  socTarget: number
  nominalWh: number
  chargeEfficiency: number
  windowH: number
}

/** Hours of charging; 0 where nothing is to be charged, `null` where something is and there is no power for it. */
function fillTimeH(nominalWh: number, share: number, powerW: number, efficiency: number): number | null {
  if (share <= 0) return 0
  return powerW <= 0 ? null : (share * nominalWh) / (powerW * efficiency)
}

/** S-2, charging: no more than the device takes, and enough to fill the battery within the cheap window. A known Stop outranks what is missing beside it. */
export const chargePowerCheck: CrossCheck<ChargePowerPart> = (part) => {
  const { setW, deviceW, socStart, socTarget, nominalWh, chargeEfficiency, windowH } = part
  const powers = [setW, deviceW]
  if (!allRead(powers)) return { marginW: null, fillH: null, verdict: 'open' }
  const [set, device] = powers as [number, number]
  const marginW = device - set
  const energy = [socStart, socTarget, nominalWh, chargeEfficiency]
  const filling = allRead(energy)
  const [start, target, fullWh, efficiency] = energy as [number, number, number, number]
  const fillH = filling ? fillTimeH(fullWh, target - start, Math.min(set, device), efficiency) : null
  if (!atMost(set, device)) return { marginW, fillH, verdict: 'stop' }
  if (!filling || windowH === null || windowH === undefined) return { marginW, fillH, verdict: 'open' }
  return { marginW, fillH, verdict: verdictOf(fillH !== null && atMost(fillH, windowH)) }
}
