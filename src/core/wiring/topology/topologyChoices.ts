import type { Installation } from '../../installation/installation'
import { itemsOf } from '../../installation/survey'
import { givingVehicle } from '../../plan/vehicleInOutage'

export const SCHEMES = ['wholeHome', 'essentialsBoard', 'manualChangeover', 'perCircuit', 'alwaysBattery'] as const
/**
 * How the house is parted from the street: a gateway before the whole house, one before an essentials board, an I-0-II switch by hand, one for each
 * circuit, or a board that the battery always feeds, with the street as its charging input.
 */
export type Scheme = (typeof SCHEMES)[number]
export const SCHEME_WORDS: Readonly<Record<Scheme, string>> = {
  wholeHome: 'Automatic gateway, whole house',
  essentialsBoard: 'Automatic gateway, essentials board',
  manualChangeover: 'Manual changeover, I-0-II',
  perCircuit: 'A transfer switch for each circuit, I-0-II',
  alwaysBattery: 'Always on the battery, the street charges it',
}

/** Whether street and battery are parted by hand and not by a gateway. */
export const isByHand = (scheme: Scheme): boolean => scheme !== 'wholeHome' && scheme !== 'essentialsBoard'

/** What a starting topology is put together from, beyond the lists of the plan. */
export interface TopologyChoices {
  scheme: Scheme
  /** A maintenance bypass around the gateway. */
  bypass: boolean
  /** The gateway opens when the street's neutral is lost. */
  watchesNeutral: boolean
  /** Phases the battery feeds: the first one, or all. */
  backedPhases: 'one' | 'all'
  vehicleSource: boolean
  secondBattery: boolean
  generatorInlet: boolean
  /** A second main device with circuits of its own. */
  splitService: boolean
}

/** The choices as survey and plan have them. */
export function choicesOfPlan(installation: Installation): TopologyChoices {
  const { chosenSchool, supply, sources, survey } = installation
  const units = sources.units.filter(({ phase }) => phase !== undefined && phase !== 'all')
  return {
    scheme:
      chosenSchool === 'manualChangeover' || chosenSchool === 'emergencySocket'
        ? 'manualChangeover'
        : chosenSchool === 'automaticWithShedding'
          ? 'essentialsBoard'
          : 'wholeHome',
    bypass: true,
    watchesNeutral: true,
    backedPhases:
      sources.units.length > 0 &&
      units.length === sources.units.length &&
      new Set(units.map(({ phase }) => phase)).size === 1
        ? 'one'
        : 'all',
    vehicleSource: givingVehicle(installation) !== null,
    secondBattery: itemsOf(survey, 'existingBattery').length > 0,
    generatorInlet: itemsOf(survey, 'generator').some(({ detail }) => detail.connection === 'changeover'),
    splitService: supply.secondMainA !== null,
  }
}
