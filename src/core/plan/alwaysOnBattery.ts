import type { Installation } from '../installation/installation'
import { atMost } from '../quantity/tolerance'
import type { PlanMark } from '../rules/verdict'
import type { Plan } from './planOfInstallation'
import { chargeLimitW } from './pvOfInstallation'
import { meanDemandW } from './stayingOn'

const HOURS_PER_YEAR = 8760

/** What it comes to when a board always lives on the battery and the street only charges it; `null` where a figure is missing. */
export interface AlwaysOnBattery {
  /** Average of what the board draws, and what the street has to give for it. */
  drawnW: number | null
  fromStreetW: number | null
  /** What the charger can be given, against what it has to carry on average: below it the battery runs down beside a living street. */
  chargeLimitW: number | null
  charging: PlanMark
  /** Hours of a year above the night limit: the street does not help out, so each is a board without supply. */
  hoursAboveLimit: number | null
  /** Lost in charger, battery and inverter and drawn by them, in a year, and its price. */
  lossKWh: number | null
  lossCost: number | null
}

/**
 * A board that is fed by the battery at all times, with the street as its charging input (P-4, P-6 and P-7 the year round): nothing is switched when
 * the street fails, and in return every hour of the year is under the battery's limit and pays for the way through it.
 *
 * `fromStreet = (drawn + standby)/(ηc·ηd)`; losses are what of it does not reach the loads.
 *
 * @returns everything that rests on a missing figure is `null`, and its mark Open
 * @example alwaysOnBattery(installation, plan) // drawn 400 W, standby 50 W, 95 % each way: fromStreetW 498.6, lossKWh 863.9
 */
export function alwaysOnBattery(installation: Installation, plan: Plan): AlwaysOnBattery {
  const { sources, assumptions } = installation
  const { staying } = plan
  const drawnW = staying.loads.length === 0 ? null : meanDemandW(staying.loads)
  const { dischargeEfficiency, standbyW } = sources
  const efficiency = dischargeEfficiency === null ? null : assumptions.chargeEfficiency * dischargeEfficiency
  const fromStreetW =
    drawnW === null || standbyW === null || efficiency === null || efficiency <= 0
      ? null
      : (drawnW + standbyW) / efficiency
  const limitW = chargeLimitW(installation)
  const share = staying.demand.shareAboveNight
  const lossKWh = fromStreetW === null || drawnW === null ? null : ((fromStreetW - drawnW) * HOURS_PER_YEAR) / 1000
  return {
    drawnW,
    fromStreetW,
    chargeLimitW: limitW,
    charging: chargingMark(fromStreetW, limitW),
    hoursAboveLimit: share === null ? null : share * HOURS_PER_YEAR,
    lossKWh,
    lossCost: lossKWh === null || assumptions.importPrice === null ? null : lossKWh * assumptions.importPrice,
  }
}

const chargingMark = (fromStreetW: number | null, limitW: number | null): PlanMark =>
  fromStreetW === null || limitW === null ? 'open' : atMost(fromStreetW, limitW) ? 'fits' : 'exceeds'
