import type { LivePower } from './livePower'
import type { ReserveMode } from './reserveDay'

/** From which power a battery carries, and below which it does not; what a load must be above PV for the street to be seen carrying it. */
const CARRIES_W = 100
const RESTS_W = 50

/**
 * Who is seen to carry the house (S-3 seen live): the battery gives more than 100 W; or the load is more than 100 W above PV and the battery gives less
 * than 50 W. `null` where the moment does not show it.
 *
 * @example carriedBy({ ...live, batteryW: 800 }) // 'battery'
 */
export function carriedBy({ batteryW, houseW, pvW, vehicleW }: LivePower): ReserveMode | null {
  if (batteryW === null || houseW === null || pvW === null) return null
  if (batteryW > CARRIES_W) return 'battery'
  const ownW = houseW - Math.max(0, -(vehicleW ?? 0))
  return ownW > pvW + CARRIES_W && batteryW < RESTS_W ? 'grid' : null
}

export interface MoveSetting {
  key: 'reserveSocPercent' | 'chargeFromGridPercent'
  value: number
}

const STEP_PERCENT = 5
const within = (value: number) => Math.min(100, Math.max(0, Math.round(value)))

/**
 * What each of the four moves sets, around the charge there is; in the order in which they are tried.
 *
 * @param socPercent charge as shown, whole percent
 * @param bandPercent band above the reserve; below 2 a move cannot be told from the next
 * @returns `null` where the charge is too near an end, or the band too small, for the moves to be told apart
 * @example reserveMoveSettings(60, 5)?.toStreet.value // 65
 */
export function reserveMoveSettings(
  socPercent: number,
  bandPercent: number,
): Readonly<Record<'toStreet' | 'charges' | 'stays' | 'toBattery', MoveSetting>> | null {
  const lowest = socPercent - bandPercent - 2
  if (bandPercent < 2 || lowest < 0 || socPercent + STEP_PERCENT > 100) return null
  return {
    toStreet: { key: 'reserveSocPercent', value: within(socPercent + STEP_PERCENT) },
    charges: { key: 'chargeFromGridPercent', value: within(socPercent + STEP_PERCENT) },
    stays: { key: 'reserveSocPercent', value: within(socPercent - bandPercent / 2) },
    toBattery: { key: 'reserveSocPercent', value: within(lowest) },
  }
}
