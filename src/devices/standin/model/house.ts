import type { LiveMode } from '@/core/settings/livePower'
import { seededRandom } from '../../waveSource'
import { COMMISSIONING_STEPS, type CommissioningStep, type StepProgress } from './commissioning'
import type { HouseSpec } from './houseSpec'

export const STREET_STATES = ['healthy', 'dead', 'neutralLost', 'low', 'noisy'] as const
export type StreetState = (typeof STREET_STATES)[number]

/** What carries the house, as a gateway says it. */
export type HouseMode = LiveMode

/** Why a house is dark or what was seen; the words are the interface's. */
export const HOUSE_EVENTS = [
  'streetLost',
  'streetBack',
  'islandStarted',
  'returned',
  'overloadTrip',
  'surgeTrip',
  'surplusTrip',
  'batteryEmpty',
  'contactorStuck',
  'noIslandAllowed',
  'restarted',
  'restartsUsedUp',
  'residualTrip',
  'pvTripped',
  'pvRestarted',
  'wokenBySun',
  'switchedByHand',
] as const
export type HouseEventKind = (typeof HOUSE_EVENTS)[number]

export interface HouseEvent {
  kind: HouseEventKind
  /** Seconds since the house was built, in its own time. */
  atS: number
  /** Device or load it is about. */
  subject: string | null
}

export interface LoadState {
  /** Follows its own rhythm, or was switched by somebody. */
  control: 'auto' | 'on' | 'off'
  running: boolean
  startingS: number
  watts: number
}
export interface ModuleState {
  soc: number
  tempC: number
  alive: boolean
  /** Whether its inverter counts it. */
  counted: boolean
}
export interface PvState {
  /** Seconds until it may feed in; 0 while it does. */
  waitS: number
  neverRestarts: boolean
  shade: number[]
  watts: number
}
export interface VehicleState {
  present: boolean
  pluggedIn: boolean
  enabled: boolean
  soc: number
  /** Above 0 it gives. */
  watts: number
}

/** All that a stand-in house is at one moment. It is changed in place: it steps ten times a second and faster. */
export interface House {
  readonly spec: HouseSpec
  readonly random: () => number
  timeS: number
  hour: number
  cloud: number
  street: StreetState
  streetV: number[]
  streetHz: number
  mode: HouseMode
  /** Seconds in the mode. */
  modeS: number
  streetGoodS: number
  houseV: number[]
  houseHz: number
  contactorClosed: boolean
  contactorStuck: boolean
  bondClosed: boolean
  bondMissing: boolean
  secondBond: boolean
  switchAt: 'street' | 'off' | 'own'
  /** Seconds above the rating in this island, and trips without somebody looking. */
  overS: number
  trips: number
  darkBecause: HouseEventKind | null
  loads: LoadState[]
  modules: ModuleState[]
  pv: PvState[]
  vehicle: VehicleState | null
  oldBattery: boolean
  residual: { closed: boolean; leakageMa: number }[]
  settings: Record<string, number>
  reserveMode: 'battery' | 'grid'
  gridCharging: boolean
  /** Commanded battery power, above 0 discharges; `null`: none. */
  forcedW: number | null
  batterySetW: number
  /** Load that somebody pretends to have on each phase. */
  rehearsedW: number[]
  /** Seconds for which the battery stays idle after somebody rehearsed. */
  idleS: number
  heatPumpEntry: 0 | 1 | 2 | 3
  routerUp: boolean
  routerWaitS: number
  firmware: string
  steps: Record<CommissioningStep, StepProgress>
  // powers at this moment, by phase where they are a list
  gridW: number[]
  meterW: number[]
  pvW: number
  batteryW: number
  oldBatteryW: number
  loadW: number
  /** Lost in converters. */
  lossW: number
  earthCurrentA: number
  events: HouseEvent[]
}

/** Events that are kept; older ones are forgotten. */
const MOST_EVENTS = 200

export function note(house: House, kind: HouseEventKind, subject: string | null = null): void {
  house.events.push({ kind, atS: house.timeS, subject })
  if (house.events.length > MOST_EVENTS) house.events.shift()
}

/** A house as it stands after it was built: on the street, charged as its spec says. */
export function makeHouse(spec: HouseSpec): House {
  const none = () => spec.phases.map(() => 0)
  const nominal = spec.phases.map(() => spec.nominalV)
  return {
    spec,
    random: seededRandom(spec.seed),
    timeS: 0,
    hour: spec.startHour,
    cloud: 0,
    street: 'healthy',
    streetV: nominal,
    streetHz: spec.nominalHz,
    mode: 'street',
    modeS: 1e6,
    streetGoodS: 1e6,
    houseV: [...nominal],
    houseHz: spec.nominalHz,
    contactorClosed: true,
    contactorStuck: false,
    bondClosed: false,
    bondMissing: false,
    secondBond: false,
    switchAt: 'street',
    overS: 0,
    trips: 0,
    darkBecause: null,
    loads: spec.loads.map(() => ({ control: 'auto', running: false, startingS: 0, watts: 0 })),
    modules: spec.modules.map(() => ({ soc: spec.startSoc, tempC: 14, alive: true, counted: true })),
    pv: spec.pv.map(({ strings }) => ({
      waitS: 0,
      neverRestarts: false,
      shade: Array.from({ length: strings }, () => 0),
      watts: 0,
    })),
    vehicle: spec.vehicle && { present: true, pluggedIn: true, enabled: true, soc: 0.6, watts: 0 },
    oldBattery: spec.oldBatteryW > 0,
    residual: spec.residualDevices.map(({ leakageMa }) => ({ closed: true, leakageMa })),
    settings: { ...spec.settings },
    reserveMode: 'battery',
    gridCharging: false,
    forcedW: null,
    batterySetW: 0,
    rehearsedW: none(),
    idleS: 0,
    heatPumpEntry: 1,
    routerUp: true,
    routerWaitS: 0,
    firmware: spec.firmware,
    steps: Object.fromEntries(
      COMMISSIONING_STEPS.map((step) => [step, { state: 'waiting', fault: 'none', elapsedS: 0, tries: 0 }]),
    ) as Record<CommissioningStep, StepProgress>,
    gridW: none(),
    meterW: none(),
    pvW: 0,
    batteryW: 0,
    oldBatteryW: 0,
    loadW: 0,
    lossW: 0,
    earthCurrentA: 0,
    events: [],
  }
}
