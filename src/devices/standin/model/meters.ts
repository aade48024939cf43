import type { House } from './house'

/** What the gateway's meter makes of the currents at the supply, through its transformers. */
export function stepMeters(house: House): void {
  house.spec.phases.forEach((phase, k) => {
    const transformer = house.spec.transformers.find((one) => one.phase === phase)
    if (!transformer) {
      house.meterW[k] = 0
      return
    }
    const trueW = house.gridW[house.spec.phases.indexOf(transformer.enclosesPhase)] ?? 0
    const noise = (house.random() + house.random() - 1) * transformer.noiseW
    house.meterW[k] = trueW * transformer.sign * transformer.ratio + noise
  })
}
