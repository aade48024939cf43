import type { PlanAssumptions } from '../installation/survey'
import type { FollowRule } from './followPrices'
import type { Tariff } from './tariff'

/**
 * The tariff as entered, or what is missing of it in a sentence.
 *
 * @param prices a year of prices that was read in; `null` where there is none
 * @example tariffOfAssumptions({ …, tariffKind: 'flat', importPrice: null }, null) // 'The price per kWh is not known.'
 */
export function tariffOfAssumptions(assumptions: PlanAssumptions, prices: Float64Array | null): Tariff | string {
  const { tariffKind, importPrice, offpeakPrice, windowFromHour, windowToHour } = assumptions
  const { exportPrice: sold, exportPeakPrice, exportPeakFromHour, exportPeakToHour } = assumptions
  // what is kept is not sold: taken as nothing, it would make a battery worth more than it is
  if (sold === null) return 'What is paid for export is not known; it is 0 where nothing is.'
  if (exportPeakPrice !== null && (exportPeakFromHour === null || exportPeakToHour === null))
    return 'The hours of the export’s peak are not known.'
  const paid = {
    exportPrice: sold,
    ...(exportPeakPrice !== null &&
      exportPeakFromHour !== null &&
      exportPeakToHour !== null && {
        exportPeak: { price: exportPeakPrice, fromHour: exportPeakFromHour, toHour: exportPeakToHour },
      }),
  }
  if (tariffKind === 'file') return prices ? { kind: 'file', prices, ...paid } : 'Read the price file first.'
  if (importPrice === null) return 'The price per kWh is not known.'
  if (tariffKind === 'flat') return { kind: 'flat', importPrice, ...paid }
  if (offpeakPrice === null || windowFromHour === null || windowToHour === null)
    return 'The cheap price and its hours are not known.'
  return {
    kind: 'twoRate',
    peakPrice: importPrice,
    offpeakPrice,
    fromHour: windowFromHour,
    toHour: windowToHour,
    ...paid,
  }
}

/**
 * How the battery follows prices, or what is missing of it in a sentence; `null` where it goes by the house's own use. Wear is asked for, since a battery
 * that costs nothing to use would be moved for every cent.
 *
 * @param chargeW what inverter and modules are charged with (P-9); `null` while it is not known
 */
export function followRuleOf(
  { strategy, exportLimitW, wearPerKWh, windowDeviceW }: PlanAssumptions,
  chargeW: number | null,
): FollowRule | string | null {
  if (strategy === 'ownUse') return null
  if (wearPerKWh === null) return 'The wear of the battery per kWh is needed before it follows prices.'
  if (chargeW === null) return 'What inverter and modules can be charged with is needed.'
  if (exportLimitW === null) return 'What may be given to the street is needed before the battery follows prices.'
  return {
    gridChargeW: Math.min(chargeW, windowDeviceW ?? Infinity),
    sells: strategy === 'pricesAndSells',
    exportLimitW,
    wearPerKWh,
  }
}
