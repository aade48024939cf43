import type { Load } from '../installation/installation'
import type { Starter } from './motorStart'
import type { LoadPattern } from './syntheticProfiles'

/** What an appliance of a kind usually asks for: assumed, until somebody has read its plate or clamped it. */
export interface TypicalAppliance {
  words: string
  powerW: number
  powerFactor: number
  /** Share of the time it runs. */
  duty: number
  pattern: LoadPattern
  starter: Starter | null
  /** Standing leakage of its filter or its element, on earth, in mA. */
  leakageMa: number
}

const of = (
  words: string,
  [powerW, powerFactor, duty]: readonly [number, number, number],
  pattern: LoadPattern,
  leakageMa: number,
  starter: Starter | null = null,
): TypicalAppliance => ({ words, powerW, powerFactor, duty, pattern, starter, leakageMa })

/**
 * Common appliances with typical figures: power in W, power factor, share of the time. Leakage by what causes it: about 0.75 mA for each kW of a heating element
 * (what household appliances are allowed), 0.5 to 1 mA for the filter of a small electronic supply, 2 to 3.5 mA for that of a drive.
 * Assumed in every use: a plan may be begun with them, and nothing is shown by them.
 */
export const APPLIANCES = {
  lights: of('Lights', [120, 0.9, 0.3], 'evening', 0.4),
  fridge: of('Fridge', [120, 0.8, 0.35], 'steady', 0.4, 'direct'),
  freezer: of('Freezer', [150, 0.8, 0.4], 'steady', 0.4, 'direct'),
  router: of('Router and network', [20, 0.7, 1], 'steady', 0.5),
  computer: of('Computer', [150, 0.9, 0.3], 'daytime', 1),
  screen: of('Television', [120, 0.9, 0.25], 'evening', 0.7),
  alarm: of('Alarm', [15, 0.7, 1], 'steady', 0.3),
  medical: of('Medical equipment', [150, 0.9, 0.5], 'steady', 0.5),
  sockets: of('Small things on sockets', [300, 0.9, 0.2], 'daytime', 1),
  kettle: of('Kettle', [2200, 1, 0.02], 'daytime', 0.75),
  microwave: of('Microwave oven', [1300, 0.95, 0.02], 'evening', 0.8),
  oven: of('Oven', [2500, 1, 0.04], 'evening', 1.9),
  hob: of('Induction hob', [3500, 0.98, 0.04], 'evening', 2),
  dishwasher: of('Dishwasher', [2000, 0.98, 0.05], 'evening', 1.5),
  washer: of('Washing machine', [2000, 0.95, 0.05], 'daytime', 1.8),
  dryer: of('Tumble dryer', [900, 0.9, 0.06], 'daytime', 1.5),
  waterHeater: of('Water heater', [2000, 1, 0.1], 'night', 1.5),
  heater: of('Electric heater', [2000, 1, 0.2], 'heating', 1.5),
  floorHeat: of('Floor heating', [800, 1, 0.25], 'heating', 1.5),
  heatPump: of('Heat pump', [2500, 0.95, 0.35], 'heating', 3.5, 'vsd'),
  airConditioner: of('Air conditioner', [1200, 0.95, 0.3], 'cooling', 2.5, 'vsd'),
  boilerPump: of('Boiler with its pump', [120, 0.85, 0.4], 'heating', 0.6),
  wellPump: of('Well pump', [1100, 0.8, 0.04], 'daytime', 0.5, 'direct'),
  drainPump: of('Drain pump', [500, 0.8, 0.02], 'steady', 0.4, 'direct'),
  fan: of('Ventilation', [80, 0.8, 0.8], 'steady', 0.6),
  sauna: of('Sauna', [6000, 1, 0.02], 'evening', 4.5),
  hotTub: of('Hot tub', [2500, 0.95, 0.15], 'evening', 2.5, 'direct'),
  charger: of('Vehicle charger', [7000, 1, 0.1], 'night', 1),
  tools: of('Workshop tools', [1500, 0.8, 0.02], 'daytime', 0.5, 'direct'),
  garageDoor: of('Garage door', [300, 0.8, 0.01], 'daytime', 0.3, 'direct'),
} as const satisfies Readonly<Record<string, TypicalAppliance>>

export type Appliance = keyof typeof APPLIANCES
export const APPLIANCE_KINDS = Object.keys(APPLIANCES) as Appliance[]

export const APPLIANCE_WORDS = Object.fromEntries(
  APPLIANCE_KINDS.map((kind) => [kind, APPLIANCES[kind].words]),
) as Readonly<Record<Appliance, string>>

/** An appliance's typical figures as the fields of a load, marked as assumed. What cannot be guessed (its plate's locked-rotor current) stays unknown. */
export function typicalLoad(
  kind: Appliance,
): Pick<Load, 'name' | 'powerW' | 'powerFactor' | 'duty' | 'pattern' | 'starter' | 'figuresAssumed'> {
  const { words: name, powerW, powerFactor, duty, pattern, starter } = APPLIANCES[kind]
  return { name, powerW, powerFactor, duty, pattern, starter, figuresAssumed: true }
}

/** What typically leaks on a circuit, appliance by appliance. */
export interface TypicalLeakage {
  /** `null` while the kind of a load on it is not said, or nothing is known to be on it. */
  totalMa: number | null
  appliances: { name: string; leakageMa: number }[]
}

/**
 * E-10, before anybody has clamped: the sum of typical values of what is on a circuit. An assumption; it never stands for a reading.
 *
 * @example typicalLeakage('c3', loads) // { totalMa: 3.9, appliances: [{ name: 'Heat pump', leakageMa: 3.5 }, { name: 'Lights', leakageMa: 0.4 }] }
 */
export function typicalLeakage(circuitTag: string, loads: readonly Load[]): TypicalLeakage {
  const own = loads.filter((load) => load.circuitTag === circuitTag)
  const appliances = own
    .flatMap(({ name, appliance }) =>
      appliance === null ? [] : [{ name, leakageMa: APPLIANCES[appliance].leakageMa }],
    )
    .sort((a, b) => b.leakageMa - a.leakageMa)
  return {
    totalMa:
      own.length === 0 || appliances.length < own.length
        ? null
        : appliances.reduce((sum, { leakageMa }) => sum + leakageMa, 0),
    appliances,
  }
}
