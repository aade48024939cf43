import { atMost } from '../quantity/tolerance'

export interface ChargeWindowInput {
  inverterChargeW: number | null
  moduleCount: number | null
  moduleChargeW: number | null
  deviceLimitW: number | null
  importHeadroomW: number | null
  otherNightLoadsW: number | null
  socStart: number | null
  socTarget: number | null
  nominalWh: number | null
  chargeEfficiency: number | null
  windowH: number | null
  /** Energy delivered at the peak in a day, in kWh. */
  shiftedKWh: number | null
  /** Prices per kWh, in the tariff's own currency. */
  peakPrice: number | null
  offpeakPrice: number | null
  exportPrice: number | null
  roundTripEfficiency: number | null
}

export type ChargeLimit = 'inverter' | 'modules' | 'device' | 'headroom'

export interface ChargeWindow {
  chargeW: number | null
  bindingLimit: ChargeLimit | null
  /** `null` when nothing can be charged and something is left to charge. */
  fillH: number | null
  savingPerDay: number | null
  exportSavingPerDay: number | null
  verdict: 'fits' | 'exceeds' | 'open'
}

export const CHARGE_LIMIT_WORDS: Readonly<Record<ChargeLimit, string>> = {
  inverter: 'the inverter',
  modules: 'the battery modules',
  device: 'the charging device',
  headroom: 'what the supply has left at night',
}

/** The figure that the known ones give, or `null` when one of them is missing. */
function given<T extends (number | null)[], R>(
  figures: [...T],
  work: (...known: { [K in keyof T]: number }) => R,
): R | null {
  return figures.includes(null) ? null : work(...(figures as { [K in keyof T]: number }))
}

/**
 * P-9: charging power and what binds it, hours to fill against the cheap window, and the saving a day from shifting, or from keeping PV
 * instead of exporting it: stored energy delivered at the peak costs `1/ηrt` of itself in both cases. A missing input leaves what depends on it
 * `null`, and the verdict Open.
 */
export function chargeWindow(input: ChargeWindowInput): ChargeWindow {
  const limits = given(
    [
      input.inverterChargeW,
      input.moduleCount,
      input.moduleChargeW,
      input.deviceLimitW,
      input.importHeadroomW,
      input.otherNightLoadsW,
    ],
    (inverterW, count, moduleW, deviceW, headroomW, othersW) => {
      const each: [ChargeLimit, number][] = [
        ['inverter', inverterW],
        ['modules', count * moduleW],
        ['device', deviceW],
        ['headroom', Math.max(0, headroomW - othersW)],
      ]
      return each.reduce((least, one) => (one[1] < least[1] ? one : least))
    },
  )
  // one question, one answer: what cannot say whether the window is enough says no power either
  const asked = [input.socStart, input.socTarget, input.nominalWh, input.chargeEfficiency, input.windowH]
  const [bindingLimit, chargeW] = limits === null || asked.includes(null) ? [null, null] : limits
  const fillH = given(
    [chargeW, input.socStart, input.socTarget, input.nominalWh, input.chargeEfficiency],
    (watts, start, target, nominalWh, efficiency) => {
      const toFillWh = Math.max(0, target - start) * nominalWh
      return toFillWh === 0 ? 0 : watts === 0 ? null : toFillWh / (watts * efficiency)
    },
  )
  const gainAgainst = (price: number | null) =>
    given(
      [input.shiftedKWh, input.peakPrice, price, input.roundTripEfficiency],
      (kWh, peak, other, roundTrip) => kWh * (peak - other / roundTrip),
    )
  const complete = Object.values(input).every((value) => value !== null && value !== undefined)
  return {
    chargeW,
    bindingLimit,
    fillH,
    savingPerDay: gainAgainst(input.offpeakPrice),
    exportSavingPerDay: gainAgainst(input.exportPrice),
    verdict: !complete ? 'open' : fillH !== null && atMost(fillH, input.windowH as number) ? 'fits' : 'exceeds',
  }
}
