import type { InIsland } from '../wiring/chargerSide'
import type { DeclaredField, DeclaredOrigin } from '../plan/declaredData'
import type { DirectionMarking, FedThing, ResidualType, SourceDeviceKind } from '../plan/sourceSideDevice'
import type { Starter } from '../plan/motorStart'
import type { NumberStyle } from '../quantity/numberStyle'
import type { Phase } from '../rules/rulePack'

export type OnPhase = Phase | 'all'
/** On which side of the islanding contactor a thing is planned. */
export type Side = 'island' | 'grid'

export const SOILS = ['clay', 'loam', 'sand', 'gravel', 'rock'] as const
export const DATA_CONNECTIONS = ['wired', 'wireless', 'overMains'] as const
export const CT_PLACES = ['gridPoint', 'behindOther', 'ownLoads'] as const
/** Where the clamp of a battery's controller sits: at the grid point, behind the other battery, or on loads of its own only. */
export type CtPlace = (typeof CT_PLACES)[number]
export const AUTHORITIES = ['networkOperator', 'meterOwner', 'building', 'incentive', 'landlord'] as const
export const PERMISSION_STATES = ['needed', 'asked', 'granted', 'inspected', 'refused'] as const
export type PermissionState = (typeof PERMISSION_STATES)[number]
export const DEFECT_GRADES = ['danger', 'defect', 'remark'] as const

export const ROOF_COVERS = ['tile', 'slate', 'sheet', 'flat'] as const
/** What covers a roof: what breaks underfoot has to be taken along. */
export type RoofCover = (typeof ROOF_COVERS)[number]

export const GIVES_WHEN = ['afterBattery', 'beforeBattery'] as const
/** When a vehicle gives in an outage: once the battery is empty, or first. */
export type GivesWhen = (typeof GIVES_WHEN)[number]

/** What is particular to each kind of thing found on the survey; a blank is `null` and stays Open. */
export interface SurveyDetails {
  board: {
    mainA: number | null
    busbarA: number | null
    sourcesAtFarEnd: boolean | null
    fedFrom: 'main1' | 'main2' | 'otherBoard' | null
    /** Short name of that other board. */
    fedFromTag?: string | null
    metalOutdoors: boolean | null
    /** Ways for circuits' devices, all together, as counted on it. */
    ways?: number | null
    /** Room behind its terminals for a conductor to bend: gutter or depth, in millimetres. */
    bendingMm?: number | null
    /** Largest conductor that its terminals take, as a printed size. */
    terminalSize?: string | null
  }
  pvSystem: {
    coupling: 'ac' | 'dc'
    inverter: string | null
    phase: OnPhase
    inverterW: number | null
    arrayW: number | null
    modulesInString: number | null
    stringsInParallel: number | null
    moduleVocV: number | null
    moduleIscA: number | null
    moduleVmpV: number | null
    betaPercentPerC: number | null
    optimisers: boolean | null
    /** What the maker of the optimisers says each gives while it is held back, in volts. */
    optimiserSafeV?: number | null
    backGain: number | null
    maxVocV: number | null
    trackerLimitA: number | null
    trackerStartV: number | null
    /** Input of its inverter that its strings are on, as numbered there. */
    trackerInput?: number | null
    arrayRatioLimit: number | null
  }
  arrayFace: {
    peakW: number
    tiltDeg: number
    azimuthDeg: number
    /** System that its panels belong to, by its short name; the only one where nothing is said. */
    pvTag?: string | null
    /** Panels that are planned on it. */
    panels?: number | null
    /** Size along the slope, and what is kept free at edges and around obstacles. */
    widthMm?: number | null
    heightMm?: number | null
    edgeMm?: number | null
    gapMm?: number | null
    /** Of a panel as it lies on it. */
    panelWidthMm?: number | null
    panelHeightMm?: number | null
    /** One a line: from the left, from the eaves, width and height in millimetres. */
    obstacles?: string | null
    cover?: RoofCover | null
  }
  existingBattery: {
    capacityWh: number | null
    limitW: number | null
    ctPlace: CtPlace | null
    reactsInS: number | null
    deadbandW: number | null
  }
  vehicleCharger: {
    ratingW: number | null
    phase: OnPhase
    side: Side
    detects6mADc: boolean | null
    /** What it can be held back to. */
    minW?: number | null
    /** What it does in an outage on the island side. */
    inIsland?: InIsland | null
    /** Its own current transformer at the supply holds it back. */
    managed?: boolean | null
    /** A schedule keeps the battery from feeding the vehicle. */
    scheduled?: boolean | null
    /** What the vehicle can give to the house in an outage; 0 gives nothing, `null`: nobody said. */
    givesW?: number | null
    givesWhen?: GivesWhen | null
    /** Its energy that can be used, and the charge that it usually has when it is there, 0…1. */
    vehicleWh?: number | null
    vehicleSoc?: number | null
    /** The charge that its owner was promised to keep, 0…1. */
    agreedFloorSoc?: number | null
    /** Hours that its maker's own sheet gives for this house, from full. */
    makerHours?: number | null
  }
  heatPump: {
    inputW: number | null
    boosterW: number | null
    lockedRotorA: number | null
    starter: Starter | null
    phase: OnPhase
    side: Side
  }
  generator: { ratingW: number | null; connection: 'none' | 'socket' | 'changeover'; neutralBonded: boolean | null }
  service: {
    medium: 'water' | 'gas' | 'oil' | 'heating' | 'data' | 'power' | 'drain'
    material: 'metal' | 'plastic' | null
    /** Where it crosses the line of the ground section, from the wall of the house. */
    atM: number | null
    depthM: number | null
  }
  otherElectrode: { of: 'hotTub' | 'outbuilding' | 'neighbour' | 'lightning' | 'other'; distanceM: number | null }
  sourceDevice: {
    boardTag: string | null
    device: SourceDeviceKind
    ratingA: number | null
    outputA: number | null
    sourceBehind: boolean | null
    marking: DirectionMarking | null
    polarityRight: boolean | null
    shared: boolean | null
    residualType: ResidualType | null
    feeds: FedThing | null
    /** Phases of a drive: `'1'` or `'3'`. */
    drivePhases?: '1' | '3' | null
    /** DC devices: the current reverses in use, as on a battery. */
    bothWays?: boolean | null
    detects6mADc: boolean | null
    makerStatesType: ResidualType | null
    /** Document and date in which the maker states it; without one it is hearsay. */
    makerStatesIn?: string | null
  }
  permission: {
    authority: (typeof AUTHORITIES)[number]
    state: PermissionState
    leadDays: number | null
    askedOn: string | null
    decidedOn: string | null
    reference: string | null
  }
  defect: {
    place: string | null
    grade: (typeof DEFECT_GRADES)[number]
    toldOwnerOn: string | null
    toldHow: string | null
  }
  declared: {
    about: string
    field: DeclaredField
    value: string | null
    origin: DeclaredOrigin | null
    date: string | null
  }
}

export type SurveyKind = keyof SurveyDetails
export const SURVEY_KINDS = [
  'board',
  'pvSystem',
  'arrayFace',
  'existingBattery',
  'vehicleCharger',
  'heatPump',
  'generator',
  'service',
  'otherElectrode',
  'sourceDevice',
  'permission',
  'defect',
  'declared',
] as const satisfies readonly SurveyKind[]

/** One thing found on the survey, or one paper that goes with the job. */
export type SurveyItem<K extends SurveyKind = SurveyKind> = {
  [Kind in K]: { id: string; kind: Kind; tag: string; name: string; detail: SurveyDetails[Kind] }
}[K]

/** The things of one kind. */
export const itemsOf = <K extends SurveyKind>(items: readonly SurveyItem[], kind: K): SurveyItem<K>[] =>
  items.filter((item) => item.kind === kind) as unknown as SurveyItem<K>[]

export const MEDICAL_ANSWERS = ['yes', 'no', 'unsure'] as const
export type MedicalAnswer = (typeof MEDICAL_ANSWERS)[number]

/** The place itself. */
export interface Site {
  /** North is positive. */
  latitudeDeg: number | null
  /** East is positive. */
  longitudeDeg: number | null
  /** IANA name of the clock the crew works by. */
  timeZone: string | null
  minTempC: number | null
  maxTempC: number | null
  soil: (typeof SOILS)[number] | null
  soilOhmM: number | null
  dataConnection: (typeof DATA_CONNECTIONS)[number] | null
  routerPlace: string | null
  shoreKm: number | null
  wall: string | null
  floor: string | null
  /** What the household insists on, in its own words. */
  insistsOn: string | null
  /** How the household writes numbers, for its own page; a point while nobody has said. */
  householdNumbers: NumberStyle | null
  /** Whether somebody depends on equipment that needs power; the household’s own answer while the crew has entered none. */
  medical: MedicalAnswer | null
  /** How it is provided for while the supply is off. */
  medicalProvidedFor: string | null
}

export const EMPTY_SITE: Site = {
  latitudeDeg: null,
  longitudeDeg: null,
  timeZone: null,
  minTempC: null,
  maxTempC: null,
  soil: null,
  soilOhmM: null,
  dataConnection: null,
  routerPlace: null,
  shoreKm: null,
  wall: null,
  floor: null,
  insistsOn: null,
  householdNumbers: null,
  medical: null,
  medicalProvidedFor: null,
}

export const BATTERY_STRATEGIES = ['ownUse', 'prices', 'pricesAndSells'] as const
/** What a battery goes by with the street there. */
export type BatteryStrategy = (typeof BATTERY_STRATEGIES)[number]

/** What the plan assumes beyond the sources: charging, the year's model, and prices. */
export interface PlanAssumptions {
  chargeEfficiency: number
  inverterChargeW: number | null
  moduleChargeW: number | null
  /** Usable energy of one module, for the size curve. */
  moduleUsableWh: number | null
  windowFromHour: number | null
  windowToHour: number | null
  windowTargetSoc: number | null
  windowDeviceW: number | null
  otherNightLoadsW: number | null
  tariffKind: 'flat' | 'twoRate' | 'file'
  importPrice: number | null
  offpeakPrice: number | null
  exportPrice: number | null
  /** Hours in which the street pays another price for what is given, and that price. */
  exportPeakPrice: number | null
  exportPeakFromHour: number | null
  exportPeakToHour: number | null
  /** What the battery goes by: the house's own use, or prices; `sells` gives to the street too. */
  strategy: BatteryStrategy
  /** What may go to the street at once, and what a kWh through the battery wears off it. */
  exportLimitW: number | null
  wearPerKWh: number | null
  /** What somebody else pays towards the installation. */
  grantAmount: number | null
  currency: string
  performanceRatio: number
  /** Factor on the clearness of every month: 1 is the temperate default. */
  clearnessFactor: number
}

export const USUAL_ASSUMPTIONS: PlanAssumptions = {
  chargeEfficiency: 0.95,
  inverterChargeW: null,
  moduleChargeW: null,
  moduleUsableWh: null,
  windowFromHour: null,
  windowToHour: null,
  windowTargetSoc: null,
  windowDeviceW: null,
  otherNightLoadsW: null,
  tariffKind: 'flat',
  importPrice: null,
  offpeakPrice: null,
  exportPrice: null,
  exportPeakPrice: null,
  exportPeakFromHour: null,
  exportPeakToHour: null,
  strategy: 'ownUse',
  exportLimitW: null,
  wearPerKWh: null,
  grantAmount: null,
  currency: '€',
  performanceRatio: 0.8,
  clearnessFactor: 1,
}
