import type { RcdDevice } from '../earthing/residualCurrentTrip'
import type { RideThroughClass } from '../outage/rideThrough'
import type { ResidualType } from '../plan/sourceSideDevice'
import type { School } from '../plan/changeoverLoad'
import type { Starter } from '../plan/motorStart'
import type { Appliance } from '../plan/appliances'
import type { LoadPattern } from '../plan/syntheticProfiles'
import type { AcCoupledPv, SourceUnit } from '../plan/sourceLimits'
import type { InstrumentAccuracy } from '../quantity/accuracy'
import type { Unit } from '../quantity/units'
import type { OwnLimit } from '../rules/ownLimits'
import type { Phase, RulePackId } from '../rules/rulePack'
import type { FitItem } from './fit'
import type { PlanAssumptions, Site, SurveyItem } from './survey'
import type { WiringRecord } from './wiring'

/** How many points a job asks for: essential is what the pack can't do without. */
export type TestDepth = 'essential' | 'full'

export const BACKUP_MAINS = ['main1', 'main2', 'both'] as const
export type BackupMain = (typeof BACKUP_MAINS)[number]

export interface Supply {
  ratingA: number | null
  /** Second main device of a split service; `null` where there is one main only. */
  secondMainA: number | null
  /** Which main of a split service the backup sits on; `null` while nobody has said. */
  backupMain?: BackupMain | null
  powerFactor: number | null
  /** As declared by the office; without it the load list's expected demand stands in. */
  maximumDemandKva: number | null
  meterCombinedWithBoard: boolean | null
}

export interface Load {
  id: string
  tag: string
  name: string
  /** What it is; `null` while nobody said. */
  appliance: Appliance | null
  /** Its figures are what such an appliance usually has: nobody read its plate. */
  figuresAssumed: boolean
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
  /** The household has agreed to turn it off first; it leads the turn-off-first list. */
  turnOffFirst: boolean
  /** When it tends to run, for the synthetic year. */
  pattern: LoadPattern
  circuitTag: string | null
  /** Where in the house it stands, in the household's words; `null` while nobody said. */
  room: string | null
  runningA: number | null
  /** Letter of the nameplate for locked-rotor kVA per hp. */
  codeLetter: string | null
  hp: number | null
  /** How its motor starts; `null` where it has none. */
  starter: Starter | null
  startFactor: number | null
  startS: number | null
  /** Ceilings of the battery's maker for a load that may be backed up. */
  makerMaxLraA: number | null
  makerMaxDeviceA: number | null
}

export interface NamedSourceUnit extends SourceUnit {
  name: string
  /** It stands beside AC-coupled PV and has no AC rating of its own; without it a blank AC rating is unknown. */
  batterySideOnly?: boolean
  /** Modules that its maker allows at one of it; a blank is not known. */
  mostModules?: number | null
  /** Of these inverters side by side. */
  mostInParallel?: number | null
  /** Strings of PV that it takes. */
  pvInputs?: number | null
}
export interface NamedPv extends AcCoupledPv {
  name: string
  /** Nameplate, which curtailment in island mode is held against. */
  ratingW: number | null
}

/** How AC-coupled PV is held back while the house is an island (P-10). */
export interface PvCurtailment {
  startHz: number | null
  stopHz: number | null
  pvTripHz: number | null
  provenNearFull: boolean | null
  /** PV is parted by a contactor near full charge. */
  parted: boolean | null
  /** The maker's highest ratio of PV to charging power; `null` takes the pack's. */
  ratioLimit: number | null
}

export const BANK_KINDS = ['flooded', 'sealed'] as const
export type BankKind = (typeof BANK_KINDS)[number]

/** A lead–acid bank as the battery of the plan; `kind` is `null` where it is none. */
export interface LeadAcidBank {
  kind: BankKind | null
  /** Capacity, and the hours it is rated at. */
  ratedAh: number | null
  ratedH: number | null
  nominalV: number | null
  /** How much less it gives the faster it is emptied, as its maker has it. */
  peukertExponent: number | null
  /** Cells in series. */
  cellCount: number | null
  /** Charged above its float voltage now and then. */
  boostCharged: boolean | null
  /** Free area of each of two openings of its room, one low and one high. */
  ventCm2: number | null
}

export const NO_BANK: LeadAcidBank = {
  kind: null,
  ratedAh: null,
  ratedH: null,
  nominalV: null,
  peukertExponent: null,
  cellCount: null,
  boostCharged: null,
  ventCm2: null,
}

/** What the makers declare and the plan sets for the sources; a blank figure is `null` and stays Open. */
export interface Sources {
  units: NamedSourceUnit[]
  pvAc: NamedPv[]
  gatewayA: number | null
  /** Rating of the bypass or changeover switch around it. */
  switchA?: number | null
  feederA: number | null
  usableWh: number | null
  nominalWh: number | null
  depthOfDischarge: number | null
  dischargeEfficiency: number | null
  reserveSoc: number | null
  usualSoc: number | null
  floorSoc: number | null
  standbyW: number | null
  /** Hours that its maker's own sheet gives for this house, from full. */
  makerRuntimeH?: number | null
  bank?: LeadAcidBank | null
  curtailment: PvCurtailment
}

export const NO_CURTAILMENT: PvCurtailment = {
  startHz: null,
  stopHz: null,
  pvTripHz: null,
  provenNearFull: null,
  parted: null,
  ratioLimit: null,
}

export const COMPONENT_KINDS = [
  'inverter',
  'battery',
  'gateway',
  'isolator',
  'surge',
  'meter',
  'pv',
  'charger',
  'bridge',
] as const
export type ComponentKind = (typeof COMPONENT_KINDS)[number]

export interface Component {
  id: string
  tag: string
  kind: ComponentKind
  name: string
  model: string
  /** Lowest firmware the plan accepts; `null` where there is none. */
  minimumFirmware: string | null
  /** ISO date until which its maker's warranty runs; `null` while nobody has entered it. */
  warrantyUntil: string | null
  /** Id of the revision in the crew's library that it was taken from; `null` where it was typed. */
  libraryRevisionId: string | null
  /** Room for a conductor to bend at its terminals, as its maker gives it; `null` while nobody has read it. */
  bendingMm: number | null
  /** Largest conductor that its terminals take, as a printed size; `null` while nobody has read it. */
  terminalSize: string | null
}

export interface Circuit {
  id: string
  tag: string
  name: string
  device: RcdDevice
  /** `null` where the circuit has no residual-current device. */
  iDeltaNMa: number | null
  /** Which residual currents the device notices: its type as printed on it; `null` while nobody has read it, or where the region knows none. */
  residualType: ResidualType | null
  /** Short name of the device it is behind together with others; `null` where it has one for itself. */
  residualTag: string | null
  /** An alarm, a freezer or medical equipment hangs on it: it never shares a device with the leakiest circuit (E-10). `null` while nobody has said. */
  safety: boolean | null
  backedUp: boolean
  boardTag: string | null
  /** Way of the board its device sits in, as numbered on the board; `null` while nobody has read it. */
  way: number | null
  /** Rating of its overcurrent device. */
  breakerA: number | null
  /** B, C or D where the pack has curves. */
  curve: string | null
  /** Where the pack has no curves: the multiple of its rating at which its breaker trips at once, as its maker declares it. */
  instantaneousMultiple: number | null
  phase: Phase | 'all'
  /** Board and phase it was found on; `null` where this job does not move it (W-8). */
  foundBoardTag: string | null
  foundPhase: Phase | 'all' | null
  /** Maker's figure for its terminals. */
  torqueNm: number | null
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
  /** Phases it carries; `null` while nobody has said. */
  phase: Phase | 'all' | null
  /** Its terminals are marked for 75 °C, where the region tells them apart. */
  terminals75: boolean | null
  designCurrentA: number | null
  deviceA: number | null
  /** Product of the derating factors; `null` while nobody has worked them out. */
  derating: number | null
  faultCurrentA: number | null
  faultS: number | null
  /** Extra left coiled for a later extension. */
  extraM: number
  /** Maker's figure for the terminals it lands on. */
  torqueNm: number | null
}

export const ELECTRODE_KINDS = ['rod', 'plate', 'conductor', 'array'] as const
export type ElectrodeKind = (typeof ELECTRODE_KINDS)[number]

/** A local earth electrode. Sizes and place are for the picture and the plan's figure: what counts is what is measured. */
/** How the resistance of an electrode is read (E-3). */
export const ELECTRODE_METHODS = ['threePoint', 'slope', 'clampOn'] as const
export type ElectrodeMethod = (typeof ELECTRODE_METHODS)[number]

export interface Electrode {
  id: string
  tag: string
  /** `array`: rods in a line, joined under the ground. */
  kind: ElectrodeKind
  method: ElectrodeMethod
  targetOhm: number
  seasonalFactor: number
  /** Of a rod, each rod of an array, or a buried conductor. */
  lengthM: number | null
  /** Thickness of a rod or a conductor. */
  diameterMm: number | null
  /** Of a plate, from edge to edge. */
  acrossM: number | null
  /** Ground above it. */
  depthM: number | null
  /** From the wall of the house, along the line that the section is drawn through. */
  atM: number | null
  /** Off that line. */
  asideM: number | null
  /** Rods of an array, and how far apart they stand. */
  rodCount: number | null
  spacingM: number | null
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
  /** Why this value; `null` while nobody said. */
  why: string | null
  /** The template it was taken from; `null` for one that was planned by hand. */
  origin: string | null
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
  /** When a revision of the plan changed it; evidence from before no longer counts. `null` while it stands as first written. */
  changedAt: string | null
  /** What it said before, in one sentence. */
  changeNote: string | null
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
export const MEASURED = [
  'electrodeResistance',
  'loopResistance',
  'voltage',
  'frequency',
  'rcdTime',
  'rcdCurrent',
  'earthCurrent',
  'torque',
  'insulation',
  'continuity',
  'dcVoltage',
  'dcCurrent',
] as const
export type Measured = (typeof MEASURED)[number]

/** A certificate: from which day until which an instrument is known to read as its maker says. */
export interface InstrumentCertificate {
  /** ISO date; `null` where it is not known, for one that counts from the beginning. */
  calibratedOn: string | null
  dueOn: string
  number: string | null
}

/** What an instrument was until it was changed: a reading is judged by the instrument as it was. */
export interface InstrumentThen {
  /** The instant of the change. */
  until: string
  lowImpedance: boolean
  functions: InstrumentFunction[]
}

export interface Instrument {
  id: string
  tag: string
  name: string
  serial: string | null
  /** It shows that a tester for absence of voltage works, and measures nothing itself. */
  provingUnit: boolean
  /** It is used no more; its readings keep it. */
  laidAside: boolean
  certificates: InstrumentCertificate[]
  lowImpedance: boolean
  functions: InstrumentFunction[]
  /** How it was before each change, in any order. */
  earlier: InstrumentThen[]
}

/** All that the plan and the survey say about one job. Evidence is elsewhere: in readings. */
export interface Installation {
  jobId: string
  name: string
  packId: RulePackId
  testDepth: TestDepth
  /** ISO date whose checks the job answers to: that of its first sealing. `null` while it is not sealed, for all there are. */
  checksAsOf: string | null
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
  survey: SurveyItem[]
  site: Site
  assumptions: PlanAssumptions
  /** Wall, lifts, crew day, materials and snags. */
  fit: FitItem[]
  /** Colours of this job's cores where they differ from the pack's: one convention, printed at both ends. */
  coreColours: Readonly<Record<string, string>>
  /** Limits that a lead set for this job instead of the pack's, oldest first. */
  ownLimits: readonly OwnLimit[]
  wiring: WiringRecord
}
