import type { RcdDevice } from '../earthing/residualCurrentTrip'
import type { RideThroughClass } from '../outage/rideThrough'
import type { School } from '../plan/changeoverLoad'
import type { AcCoupledPv, SourceUnit } from '../plan/sourceLimits'
import type { InstrumentAccuracy } from '../quantity/accuracy'
import type { Unit } from '../quantity/units'
import type { Phase, RulePackId } from '../rules/rulePack'

/** How many points a job asks for: essential is what the pack can't do without. */
export type TestDepth = 'essential' | 'full'

export interface Supply {
  ratingA: number | null
  powerFactor: number | null
  /** As declared by the office; without it the load list's expected demand stands in. */
  maximumDemandKva: number | null
  meterCombinedWithBoard: boolean | null
}

export interface Load {
  id: string
  tag: string
  name: string
  powerW: number
  powerFactor: number
  /** Share of the time the load runs, 0…1. */
  duty: number
  lockedRotorA: number | null
  phase: Phase | 'all'
  /** 1 = most essential, 9 = least. */
  priority: number
  backedUp: boolean
  mustStayOn: boolean
}

export interface NamedSourceUnit extends SourceUnit {
  name: string
}
export interface NamedPv extends AcCoupledPv {
  name: string
}

/** What the makers declare and the plan sets for the sources; a blank figure is `null` and stays Open. */
export interface Sources {
  units: NamedSourceUnit[]
  pvAc: NamedPv[]
  gatewayA: number | null
  feederA: number | null
  usableWh: number | null
  nominalWh: number | null
  depthOfDischarge: number | null
  dischargeEfficiency: number
  reserveSoc: number | null
  usualSoc: number | null
  floorSoc: number
  standbyW: number
}

export const COMPONENT_KINDS = ['inverter', 'battery', 'gateway', 'isolator', 'surge', 'meter', 'pv'] as const
export type ComponentKind = (typeof COMPONENT_KINDS)[number]

export interface Component {
  id: string
  tag: string
  kind: ComponentKind
  name: string
  model: string
  /** Lowest firmware the plan accepts; `null` where there is none. */
  minimumFirmware: string | null
}

export interface Circuit {
  id: string
  tag: string
  name: string
  device: RcdDevice
  /** `null` where the circuit has no residual-current device. */
  iDeltaNMa: number | null
  backedUp: boolean
}

export interface CableRun {
  id: string
  tag: string
  from: string
  to: string
  /** mm² or AWG as printed on the cable. */
  size: string
  lengthM: number
  conductorTempC: number
}

export interface Electrode {
  id: string
  tag: string
  kind: 'rod' | 'plate' | 'array'
  targetOhm: number
  seasonalFactor: number
}

export interface PlannedSetting {
  id: string
  /** Key of the register map, such as `reserveSocPercent`. */
  key: string
  label: string
  value: number
  unit: Unit
  /** How far the device may be from the plan, in the unit. */
  tolerance: number
}

export const PROMISE_KINDS = ['staysOn', 'gapClass', 'runtime', 'protection'] as const
export type PromiseKind = (typeof PROMISE_KINDS)[number]

/** One sentence promised to the customer, with the figures that evidence is held against. */
export interface CustomerPromise {
  id: string
  kind: PromiseKind
  sentence: string
  gapClass: RideThroughClass | null
  runtimeH: number | null
  loadTags: string[]
}

/** One function of an instrument: what it measures, over which range, how well. */
export interface InstrumentFunction {
  measures: Measured
  unit: Unit
  min: number
  max: number
  accuracy: InstrumentAccuracy
}

/** What an instrument can measure here; a slot of a point names the one it needs. */
export const MEASURED = ['electrodeResistance', 'loopResistance', 'voltage', 'frequency', 'rcdTime', 'rcdCurrent', 'earthCurrent', 'torque'] as const
export type Measured = (typeof MEASURED)[number]

export interface Instrument {
  id: string
  tag: string
  name: string
  /** ISO date; `null` when no certificate is on file. */
  calibrationDue: string | null
  lowImpedance: boolean
  functions: InstrumentFunction[]
}

/** All that the plan and the survey say about one job. Evidence is elsewhere: in readings. */
export interface Installation {
  jobId: string
  name: string
  packId: RulePackId
  testDepth: TestDepth
  acceptsShedding: boolean
  chosenSchool: School | null
  schoolReason: string | null
  supply: Supply
  sources: Sources
  loads: Load[]
  components: Component[]
  circuits: Circuit[]
  runs: CableRun[]
  electrodes: Electrode[]
  settings: PlannedSetting[]
  promises: CustomerPromise[]
}
