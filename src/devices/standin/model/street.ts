import { type House, type StreetState, note } from './house'

/** Shares of nominal between which the street counts as good. */
const GOOD_SHARE = [0.85, 1.1] as const
const SHARE_OF: Readonly<Record<StreetState, number>> = {
  healthy: 1,
  dead: 0,
  neutralLost: 1,
  low: 0.8,
  noisy: 1,
}
/** How much a street jitters, as share of nominal. */
const JITTER: Readonly<Record<StreetState, number>> = {
  healthy: 0.002,
  dead: 0,
  neutralLost: 0.002,
  low: 0.004,
  noisy: 0.04,
}
/** Part of the neutral's current that takes the way of the earth where they are joined twice. */
const SECOND_BOND_SHARE = 0.15
/** Conductance of a house that draws nothing, so that a star point without neutral has a place. */
const IDLE_W = 20

/**
 * Voltages of a star whose neutral is lost: the star point lies where the currents of the phases and of the electrode add up to nothing.
 *
 * @param loadW what each phase draws at nominal voltage
 * @returns voltage of each phase to the star point, and of the star point to earth, in volts
 */
export function lostNeutral(
  loadW: readonly number[],
  anglesDeg: readonly number[],
  nominalV: number,
  electrodeOhm: number,
): { volts: number[]; starV: number } {
  const conductance = loadW.map((watts) => Math.max(watts, IDLE_W) / nominalV ** 2)
  const total = conductance.reduce((sum, one) => sum + one, 0) + 1 / electrodeOhm
  const at = anglesDeg.map((deg) => (deg * Math.PI) / 180)
  const re = at.reduce((sum, angle, k) => sum + (conductance[k] ?? 0) * nominalV * Math.cos(angle), 0) / total
  const im = at.reduce((sum, angle, k) => sum + (conductance[k] ?? 0) * nominalV * Math.sin(angle), 0) / total
  return {
    volts: at.map((angle) => Math.hypot(nominalV * Math.cos(angle) - re, nominalV * Math.sin(angle) - im)),
    starV: Math.hypot(re, im),
  }
}

/** The street as the gateway sees it before its contactor. */
export function stepStreet(house: House, dtS: number): void {
  const { spec, street } = house
  const jitter = () => 1 + (house.random() - 0.5) * 2 * JITTER[street]
  house.streetHz = street === 'dead' ? 0 : spec.nominalHz * (1 + (house.random() - 0.5) * 2e-4)
  house.earthCurrentA = 0
  if (street === 'neutralLost') {
    const lost = lostNeutral(house.gridW.map(Math.abs), spec.anglesDeg, spec.nominalV, spec.electrodeOhm)
    house.streetV = lost.volts.map((volts) => volts * jitter())
    house.earthCurrentA = lost.starV / spec.electrodeOhm
  } else house.streetV = spec.phases.map(() => spec.nominalV * SHARE_OF[street] * jitter())
  if (house.secondBond && house.mode === 'street')
    house.earthCurrentA += (SECOND_BOND_SHARE * Math.max(...house.gridW.map(Math.abs))) / spec.nominalV
  const good = isStreetGood(house)
  if (good && house.streetGoodS === 0) note(house, 'streetBack')
  house.streetGoodS = good ? house.streetGoodS + dtS : 0
}

/** Whether every phase of the street is within what a gateway accepts. */
export const isStreetGood = ({ streetV, spec: { nominalV } }: House): boolean =>
  streetV.every((volts) => volts >= GOOD_SHARE[0] * nominalV && volts <= GOOD_SHARE[1] * nominalV)
