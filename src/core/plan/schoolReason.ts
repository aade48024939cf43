import { formatNumber, formatQuantity } from '../quantity/formatQuantity'
import type { PlannedMotorStart } from './motorStarts'
import type { Plan } from './planOfInstallation'
import { motorsSay } from './recommendedSchool'
import type { BindingElement } from './sourceLimits'

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

/** Motors that decide the school, in one clause. */
const motorsIn = (motors: readonly PlannedMotorStart[]) => motors.map(({ load }) => load.name).join(', ')

/** Why P-6 and P-5 recommend their school, or recommend none, in one sentence with its numbers; `null` while limits or demand are Open. */
export function schoolReason({
  demand,
  limits,
  motors,
  parting,
}: Pick<Plan, 'demand' | 'limits' | 'motors' | 'parting'>): string | null {
  const { school, shareAboveNight, shareAboveChangeover, turnOffNight } = demand
  if (
    shareAboveNight === null ||
    shareAboveChangeover === null ||
    limits.nightW === null ||
    limits.bindingNight === null
  )
    return null
  const { refused, open } = motorsSay(motors)
  if (school === null)
    return `Whether everything can change over by itself is open: nobody can judge the start of ${motorsIn(open)} yet (P-5).`
  const limit = `the night limit of ${formatQuantity(limits.nightW, 'W', 3)} (set by ${BINDING_WORDS[limits.bindingNight]})`
  const above = `What is backed up would be above ${limit} ${percent(shareAboveNight)} of the time`
  const cannot = refused.length === 0 ? '' : ` ${motorsIn(refused)} cannot start on the battery and has to be left off.`
  switch (school) {
    case 'automaticWholeHome':
      return `What is backed up practically never goes above ${limit}, so it can change over by itself at any hour.`
    case 'manualChangeover':
      return `${above}, and the household is willing to turn off ${loadsToTurnOff(turnOffNight?.loads.length ?? 0)} first.${cannot}`
    case 'automaticWithShedding':
      if (parting.length > 0)
        return `What is backed up practically never goes above ${limit}; ${parting.map(({ name }) => name).join(', ')} ${parting.length === 1 ? 'is' : 'are'} never backed up, so the house is parted.`
      return `${above}, at the changeover ${percent(shareAboveChangeover)}; it must shed by itself or leave heavy loads off the backup.${cannot}`
    case 'emergencySocket':
      return `Even with everything turned off that may be, what must stay on is above 80 % of ${limit}.${cannot}`
  }
}
