import type { House } from './house'

/** Above this charge a module takes less and less. */
const TAPER_SOC = 0.95
/** °C below which charging is held back, and below which it is refused. */
const COLD_C = 5
const FROST_C = 0
/** Share of its power a module takes in the cold. */
const COLD_SHARE = 0.3
const AMBIENT_C = 14
/** °C that full power warms a module by, and the seconds in which it follows. */
const WARMING_C = 18
const THERMAL_S = 5400

/** A module works once it lives and its inverter counts it. */
const works = (house: House, k: number) => {
  const module = house.modules[k]
  return module !== undefined && module.alive && module.counted
}

/** What the modules can give just now at the AC side, in watts. */
export function canGiveW(house: House): number {
  return house.spec.modules.reduce(
    (sum, { limitW }, k) => sum + (works(house, k) && (house.modules[k]?.soc ?? 0) > house.spec.floorSoc ? limitW : 0),
    0,
  )
}

function takesShare(soc: number, tempC: number): number {
  const taper = soc >= 1 ? 0 : soc > TAPER_SOC ? (1 - soc) / (1 - TAPER_SOC) : 1
  return tempC < FROST_C ? 0 : tempC < COLD_C ? taper * COLD_SHARE : taper
}

/** What they can take just now at the AC side, in watts. */
export function canTakeW(house: House): number {
  return house.spec.modules.reduce((sum, { limitW }, k) => {
    const module = house.modules[k]
    return sum + (module && works(house, k) ? limitW * takesShare(module.soc, module.tempC) : 0)
  }, 0)
}

/** Charge of all working modules together, 0…1; 0 without any. */
export function stateOfCharge(house: House): number {
  let heldWh = 0
  let capacityWh = 0
  house.spec.modules.forEach((spec, k) => {
    if (!works(house, k)) return
    capacityWh += spec.capacityWh
    heldWh += spec.capacityWh * (house.modules[k]?.soc ?? 0)
  })
  return capacityWh === 0 ? 0 : heldWh / capacityWh
}

/**
 * Lets the modules give (above 0) or take `watts` at the AC side for `dtS`, shared out by what each can.
 *
 * @returns what is lost in the converters, in watts
 */
export function stepModules(house: House, watts: number, dtS: number): number {
  const { spec } = house
  const can = spec.modules.map(({ limitW }, k) => {
    const module = house.modules[k]
    if (!module || !works(house, k)) return 0
    if (watts > 0) return module.soc > spec.floorSoc ? limitW : 0
    return limitW * takesShare(module.soc, module.tempC)
  })
  const total = can.reduce((sum, one) => sum + one, 0)
  let lossW = 0
  house.modules.forEach((module, k) => {
    const own = total === 0 ? 0 : (watts * (can[k] ?? 0)) / total
    const capacityWh = spec.modules[k]?.capacityWh ?? 1
    const storedW = own > 0 ? -own / spec.dischargeEfficiency : -own * spec.chargeEfficiency
    lossW += own > 0 ? -storedW - own : -own - storedW
    module.soc += (storedW * dtS) / 3600 / capacityWh
    const warm = AMBIENT_C + (WARMING_C * Math.abs(own)) / (spec.modules[k]?.limitW ?? 1)
    module.tempC += ((warm - module.tempC) * dtS) / THERMAL_S
  })
  return lossW
}
