import type { Installation, Load } from '../installation/installation'
import { RULE_PACKS } from '../rules/packs'
import { type ChangeoverLoad, type School, changeoverLoad } from './changeoverLoad'
import { type CircuitMoves, circuitMoves } from './circuitMoves'
import type { Plan } from './planOfInstallation'

/** One school of changeover as it would work out in this house. */
export interface SchoolOption {
  school: Exclude<School, 'emergencySocket'>
  /** Loads that it feeds when the street fails. */
  feeds: string[]
  shareAboveChangeover: number | null
  shareAboveNight: number | null
  shareAboveDay: number | null
  /** Where the shares come from. */
  source: 'metering' | 'loadList'
  householdMust: string
  parts: readonly string[]
  moves: CircuitMoves
}

const PARTS: Readonly<Record<SchoolOption['school'], readonly string[]>> = {
  automaticWholeHome: ['gateway rated for the whole supply', 'maintenance bypass'],
  automaticWithShedding: ['gateway', 'essentials board or shedding contactors', 'cable between the boards', 'chart for both doors'],
  manualChangeover: ['I-0-II changeover switch', 'mains-present lamp', 'chart at the switch'],
}

interface Metering {
  /** Energy per half hour of a year, in kWh, as the meter saw it. */
  halfHourlyKWh: readonly number[]
}

/**
 * P-6 for the three schools side by side: what each feeds, the share of time the demand would be above the changeover, night and day
 * limits — from metering where the whole house is fed and half-hours are at hand, else from the duty model — what the household must do,
 * what moves boards (W-8) and the extra parts.
 */
export function schoolComparison(installation: Installation, plan: Plan, metering: Metering | null): SchoolOption[] {
  const { loads, circuits, packId } = installation
  const { phases, limits: rules } = RULE_PACKS[packId]
  const off = new Set(plan.demand.turnOffNight?.loads ?? [])
  const backedUp = loads.filter((load) => load.backedUp)
  const kept = backedUp.filter(({ tag }) => !off.has(tag))
  const nameOf = (tag: string) => loads.find((load) => load.tag === tag)?.name ?? tag
  const shares = (fed: readonly Load[], metered: boolean): ChangeoverLoad => changeoverLoad({
    ...(metered && metering ? { halfHourlyKWh: metering.halfHourlyKWh } : { loads: fed.map((load) => ({ id: load.tag, powerW: load.powerW, pf: load.powerFactor, duty: load.duty, priority: load.priority, keep: true })) }),
    nightLimitW: plan.limits.nightW, changeoverLimitW: plan.limits.changeoverW, dayLimitW: plan.limits.dayW, shareTolerance: rules.shareTolerance.value, acceptsShedding: true,
  })
  const option = (school: SchoolOption['school'], fed: readonly Load[], householdMust: string, essentials: boolean): SchoolOption => {
    const metered = school === 'automaticWholeHome' && metering !== null
    const { shareAboveChangeover, shareAboveNight, shareAboveDay } = shares(fed, metered)
    return { school, feeds: fed.map(({ tag }) => tag), shareAboveChangeover, shareAboveNight, shareAboveDay, source: metered ? 'metering' : 'loadList', householdMust, parts: PARTS[school], moves: circuitMoves(circuits, loads, phases, essentials) }
  }
  const list = [...off].map(nameOf).join(', ')
  return [
    option('automaticWholeHome', loads, 'Nothing, as long as the demand stays below the limits.', false),
    option('automaticWithShedding', kept, off.size > 0 ? `Nothing: ${list} ${off.size === 1 ? 'is' : 'are'} left off by the system.` : 'Nothing.', true),
    option('manualChangeover', kept, off.size > 0 ? `Turn off ${list}, then turn the switch, and turn it back when the street is there again.` : 'Turn the switch, and turn it back when the street is there again.', false),
  ]
}
