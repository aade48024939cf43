import { formatNumber, formatQuantity } from '../quantity/formatQuantity'
import type { ChangeoverLoad } from './changeoverLoad'
import type { BindingElement, SourceLimits } from './sourceLimits'

/** What binds a limit, in words that follow “limited by”. */
export const BINDING_WORDS: Readonly<Record<BindingElement, string>> = {
  gateway: 'the gateway’s rating',
  feeder: 'the feeder’s rating',
  modules: 'the battery modules, not the inverter',
  inverterBattery: 'the inverter’s battery side',
  inverterAc: 'the inverter’s AC rating',
  inverter: 'the inverter',
  sum: 'battery and PV together',
  mixed: 'different parts of unlike units',
}

const percent = (share: number) => `${formatNumber(100 * share, 2)} %`

/** On average nothing may have to go off, and at a bad moment something has to all the same. */
const loadsToTurnOff = (count: number) =>
  count === 0 ? 'what runs at such a moment' : `${count} load${count === 1 ? '' : 's'}`

/** Why P-6 recommends its school, in one sentence with its numbers; `null` while nothing can be recommended. */
export function schoolReason(demand: ChangeoverLoad, limits: SourceLimits): string | null {
  const { school, shareAboveNight, shareAboveChangeover, turnOffNight } = demand
  if (
    school === null ||
    shareAboveNight === null ||
    shareAboveChangeover === null ||
    limits.nightW === null ||
    limits.bindingNight === null
  )
    return null
  const limit = `the night limit of ${formatQuantity(limits.nightW, 'W', 3)} (set by ${BINDING_WORDS[limits.bindingNight]})`
  const above = `The house would be above ${limit} ${percent(shareAboveNight)} of the time`
  switch (school) {
    case 'automaticWholeHome':
      return `The house practically never goes above ${limit}, so it can change over by itself at any hour.`
    case 'manualChangeover':
      return `${above}, and the household is willing to turn off ${loadsToTurnOff(turnOffNight?.loads.length ?? 0)} first.`
    case 'automaticWithShedding':
      return `${above}, at the changeover ${percent(shareAboveChangeover)}; it must shed by itself or leave heavy loads off the backup.`
    case 'emergencySocket':
      return `Even with everything turned off that may be, what must stay on is above 80 % of ${limit}.`
  }
}
