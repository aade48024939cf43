import { atMost } from '../quantity/tolerance'
import type { Verdict } from '../rules/verdict'
import type { LivePower } from './livePower'

/** Share of the largest power that meters may disagree by, and how many steps of their resolution. */
const SHARE = 0.05
const RESOLUTION_STEPS = 2

export const BALANCED_PARTS = ['gridW', 'batteryW', 'pvW'] as const
export type BalancedPart = (typeof BALANCED_PARTS)[number]

export interface PowerBalance {
  /** PV + battery + vehicle + street − house; `null` while a value is missing. */
  misfitW: number | null
  allowedW: number | null
  /** Meter that would make it fit if it were the other way round. */
  reversed: BalancedPart | null
  verdict: Verdict
}

const UNKNOWN: PowerBalance = { misfitW: null, allowedW: null, reversed: null, verdict: 'open' }

/**
 * S-2, balance: what comes in is what is drawn, within 5 % of the largest power or two steps of the resolution. A misfit that vanishes when one meter is
 * turned round names its transformer: its sign is twice that meter's figure. Where nothing flows nothing is shown, and it is Open.
 *
 * @param resolutionW smallest step of the coarsest meter
 * @example powerBalance({ ...live, gridW: -900, pvW: 0, batteryW: 0, houseW: 900 }, 1).reversed // 'gridW'
 */
export function powerBalance({ gridW, pvW, batteryW, houseW, vehicleW }: LivePower, resolutionW: number): PowerBalance {
  if (gridW === null || pvW === null || batteryW === null || houseW === null) return UNKNOWN
  const givenByVehicleW = Math.max(0, vehicleW ?? 0)
  const misfitW = pvW + batteryW + givenByVehicleW + gridW - houseW
  const largestW = Math.max(...[gridW, pvW, batteryW, houseW].map(Math.abs))
  const allowedW = Math.max(SHARE * largestW, RESOLUTION_STEPS * resolutionW)
  // meters that show next to nothing fit either way round, and what they differ by is their noise
  const shown = largestW > 4 * RESOLUTION_STEPS * resolutionW
  if (!shown) return { misfitW, allowedW, reversed: null, verdict: 'open' }
  if (atMost(Math.abs(misfitW), allowedW)) return { misfitW, allowedW, reversed: null, verdict: 'proven' }
  const parts = { gridW, batteryW, pvW }
  const fitting = BALANCED_PARTS.filter((part) => atMost(Math.abs(misfitW - 2 * parts[part]), allowedW))
  return { misfitW, allowedW, reversed: fitting.length === 1 ? (fitting[0] ?? null) : null, verdict: 'stop' }
}
