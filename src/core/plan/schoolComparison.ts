import type { Installation, Load } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import { type ChangeoverLoad, type ChangeoverLoadInput, type School, changeoverLoad } from './changeoverLoad'
import { type CircuitMoves, circuitMoves } from './circuitMoves'
import type { Plan } from './planOfInstallation'
import { motorsSay } from './recommendedSchool'
import { offInOutage } from './stayingOn'

/** Share of the time the demand is above the changeover, night and day limits. */
export type SharesAbove = Pick<ChangeoverLoad, 'shareAboveChangeover' | 'shareAboveNight' | 'shareAboveDay'>

/** One school of changeover as it would work out in this house. */
export interface SchoolOption {
  school: Exclude<School, 'emergencySocket'>
  /** Loads that it feeds when the street fails. */
  feeds: string[]
  /** By the load list's duties, alike for all schools. */
  byLoadList: SharesAbove
  /** By the household's own meter; only the whole house can be told that way. */
  byMeter: SharesAbove | null
  householdMust: string
  parts: readonly string[]
  moves: CircuitMoves
}

const PARTS: Readonly<Record<SchoolOption['school'], readonly string[]>> = {
  automaticWholeHome: ['gateway rated for the whole supply', 'maintenance bypass'],
  automaticWithShedding: [
    'gateway',
    'essentials board or shedding contactors',
    'cable between the boards',
    'chart for both doors',
  ],
  manualChangeover: ['I-0-II changeover switch', 'mains-present lamp', 'chart at the switch'],
}

interface Metering {
  /** Energy per half hour of a year, in kWh, as the meter saw it. */
  halfHourlyKWh: readonly number[]
}

/**
 * P-6 for the three schools side by side: what each feeds, the share of time the demand would be above the changeover, night and day
 * limits — from the duty model, and for the whole house from metering where half-hours are at hand — what the household must do,
 * what moves boards (W-8) and the extra parts. The second and third leave off what the changeover cannot carry for sure.
 */
export function schoolComparison(installation: Installation, plan: Plan, metering: Metering | null): SchoolOption[] {
  const { loads, circuits } = installation
  const { phases, limits: rules } = rulesOf(installation)
  const { nightW, changeoverW, dayW } = plan.limits
  const backedUp = loads.filter((load) => load.backedUp)
  const essentials = offInOutage('automaticWithShedding', {
    backedUp,
    limits: plan.limits,
    turnOffNight: plan.demand.turnOffNight?.loads ?? [],
    refused: new Set(motorsSay(plan.motors).refused.map(({ load }) => load.tag)),
    shareTolerance: rules.shareTolerance.value,
  })
  const { off } = essentials
  const kept = backedUp.filter(({ tag }) => !off.includes(tag))
  const shares = (demand: Pick<ChangeoverLoadInput, 'loads' | 'halfHourlyKWh'>): SharesAbove => {
    const { shareAboveChangeover, shareAboveNight, shareAboveDay } = changeoverLoad({
      ...demand,
      nightLimitW: nightW,
      changeoverLimitW: changeoverW,
      dayLimitW: dayW,
      shareTolerance: rules.shareTolerance.value,
      acceptsShedding: true,
    })
    return { shareAboveChangeover, shareAboveNight, shareAboveDay }
  }
  const option = (
    school: SchoolOption['school'],
    fed: readonly Load[],
    householdMust: string,
    parts: boolean,
  ): SchoolOption => ({
    school,
    feeds: fed.map(({ tag }) => tag),
    householdMust,
    parts: PARTS[school],
    moves: circuitMoves(circuits, loads, phases, parts ? new Set(fed.map(({ tag }) => tag)) : null),
    byLoadList: shares({
      loads: fed.map((load) => ({
        id: load.tag,
        powerW: load.powerW,
        pf: load.powerFactor,
        duty: load.duty,
        priority: load.priority,
        keep: true,
      })),
    }),
    byMeter:
      school === 'automaticWholeHome' && metering !== null ? shares({ halfHourlyKWh: metering.halfHourlyKWh }) : null,
  })
  const names = off.map((tag) => loads.find((load) => load.tag === tag)?.name ?? tag).join(', ')
  const notEnough = essentials.reached ? '' : ' Even so what must stay on is more than the battery carries.'
  return [
    option('automaticWholeHome', loads, 'Nothing, as long as the demand stays below the limits.', false),
    option(
      'automaticWithShedding',
      kept,
      (off.length > 0 ? `Nothing: ${names} ${off.length === 1 ? 'is' : 'are'} left off by the system.` : 'Nothing.') +
        notEnough,
      true,
    ),
    option(
      'manualChangeover',
      kept,
      (off.length > 0
        ? `Turn off ${names}, then turn the switch, and turn it back when the street is there again.`
        : 'Turn the switch, and turn it back when the street is there again.') + notEnough,
      false,
    ),
  ]
}
