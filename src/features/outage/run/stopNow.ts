import type { StopLimits } from '@/core/plan/ladderStop'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { atLeast, atMost } from '@/core/quantity/tolerance'
import type { Live } from '../../live/useLive'

/** What of the live values has left the limits of an island, in words; `null` where nothing has, or nothing comes. */
export function outOfLimits({ values, silent }: Pick<Live, 'values' | 'silent'>, limits: StopLimits): string | null {
  if (values === null || silent !== null || values.mode !== 'island') return null
  const { houseV, houseHz } = values
  if (houseV !== null && !(atLeast(houseV, limits.voltageMinV) && atMost(houseV, limits.voltageMaxV)))
    return `the voltage is ${formatNumber(houseV, 4)} V, outside ${limits.voltageMinV} to ${limits.voltageMaxV} V`
  if (houseHz !== null && !(atLeast(houseHz, limits.frequencyMinHz) && atMost(houseHz, limits.frequencyMaxHz)))
    return `the frequency is ${formatNumber(houseHz, 4)} Hz, outside ${limits.frequencyMinHz} to ${limits.frequencyMaxHz} Hz`
  return null
}
