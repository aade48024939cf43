import type { Unit } from '../quantity/units'
import type { WarningTexts } from './warningTexts'

export const RULE_PACK_IDS = ['iec-1ph-230', 'iec-3ph-400', 'na-split-240'] as const
export type RulePackId = (typeof RULE_PACK_IDS)[number]

export const PHASES = ['L1', 'L2', 'L3'] as const
export type Phase = (typeof PHASES)[number]

/** How far a lead may go with a limit, both ends included. What protects people is only ever drawn tighter. */
export interface CrewBounds {
  least: number
  most: number
}

/** One limit: never a number alone, always with what it is for and where it comes from. */
export interface Limit {
  value: number
  unit: Unit
  purpose: string
  /** Where the figure comes from, in words a crew can quote. */
  basis: string
  /** Between which figures a lead may set another one for a job; `null` where nobody may. */
  crewMayChange: CrewBounds | null
}

/** Every limit that a judgement in the core quotes. */
export const LIMIT_KEYS = [
  'electrodeResistanceMax',
  'electrodeSecondAbove',
  'electrodeDeviationMaxPercent',
  'clampForbidsOpening',
  'clampStop',
  'lostNeutralTouchMax',
  'leakageShare',
  'leakageReturnShare',
  'leakageReturnFactor',
  'leakageCleanReturns',
  'oppositeBatteriesMax',
  'islandNeutralEarthMax',
  'rcdGeneralX1Max',
  'rcdGeneralX5Max',
  'rcdDelayedX1Min',
  'rcdDelayedX1Max',
  'rcdDelayedX5Min',
  'rcdDelayedX5Max',
  'rcdRampMinShare',
  'rcdRampMaxShare',
  'rcdPulsatingMinShare',
  'rcdPulsatingMaxShare',
  'rcdPulsatingSmallMaxShare',
  'rcdSmoothMinShare',
  'rcdSmoothMaxShare',
  'gfciRampMin',
  'gfciRampMax',
  'loopAllowedShare',
  'loopStopFactor',
  'rideUnnoticed',
  'rideFlicker',
  'rideBlink',
  'ridePause',
  'demandShareOfLimit',
  'shareTolerance',
  'islandVoltageMin',
  'islandVoltageMax',
  'islandFrequencyMin',
  'islandFrequencyMax',
  'continuousFactor',
  'boardSourceFactor',
  'boardFarEndShare',
  'motorSoftFactor',
  'motorDriveFactor',
  'motorRunningMultiple',
  'motorFitsShare',
  'pvChargeRatioMax',
  'stringCurrentFactor',
  'voltageDropMaxPercent',
  'pvReturnMin',
  'pvReturnMax',
  'ladderMarginShare',
  'cableSlackShare',
  'cableSlackEnd',
  'trunkingFillMax',
  'conduitFillOne',
  'conduitFillTwo',
  'conduitFillMax',
  'liftPerPersonMax',
  'insulationMin',
  'continuityMax',
  'batteryInsulationMin',
  'terminalTorqueShare',
  'stringVoltageShare',
  'liveVoltageShare',
  'deadVoltageMax',
  'fixingTorqueShare',
  'arrayTiltBand',
  'arrayAzimuthBand',
  'waveSampleRateMin',
  'ctScaleMin',
  'ctScaleMax',
  'ctScaleNothing',
  'voltageFactorMin',
  'coldLoopShare',
  'touchVoltageMax',
  'breakerMultipleB',
  'breakerMultipleC',
  'breakerMultipleD',
  'disconnectTnFinalS',
  'disconnectTtFinalS',
  'disconnectTnDistributionS',
  'disconnectTtDistributionS',
  'sourceFaultMultiple',
  'islandResidualMultiple',
  'sourceShutdownMaxS',
  'restartPause',
  'likeStringsShare',
  'likeStringsWithin',
  'insulationHighAbove',
  'visitHours',
  'reserveBandMin',
  'deviceClockMax',
  'batteryFullPercent',
  'workingResidualMax',
  'reserveMoveMax',
  'restartWaitS',
  'tapReactionMs',
  'rungExpectedShare',
  'apparentCapacityShare',
] as const
export type LimitKey = (typeof LIMIT_KEYS)[number]
/** The limits of one rule pack. */
export type Limits = Readonly<Record<LimitKey, Limit>>

/** Words that change with the region. */
export interface PackWords {
  earth: string
  board: string
  residualCurrentDevice: string
  residualCurrentDeviceShort: string
  mainSwitch: string
  isolator: string
  neutralEarth: string
  lineEarth: string
  supply: string
}

/** Least sizes of the conductor to an electrode; “confirm against the local table”. */
export interface ElectrodeConductorSizes {
  /** By the way it runs. */
  leastSize: Readonly<Record<'protected' | 'sheathed' | 'bare', string>>
  /** Where diverted neutral current is possible, by the supply's neutral, thinnest first. */
  bonding: readonly { upToNeutral: string; size: string }[]
  /** Size that is enough where it goes on to rods alone; `null` where the region knows no such rule. */
  rodsOnlyAtMost: string | null
}

/** A set of rules for one region and supply family: data only. */
export interface RulePack {
  id: RulePackId
  name: string
  /** Nominal voltage between line and neutral, in volts. */
  nominalV: number
  /** Voltage that loads and the supply rating are reckoned with: 240 V across a split phase. */
  supplyV: number
  nominalHz: number
  phases: readonly Phase[]
  words: PackWords
  conductorColours: Readonly<Record<string, string>>
  /** Standard ratings of protective devices in amps, ascending (P-2). */
  deviceSizesA: readonly number[]
  /** Planning ampacity of copper by printed size, in amps, smallest first (P-11); “confirm against the local table”. */
  ampacityA: Readonly<Record<string, number>>
  ampacityBasis: string
  /** Room that a conductor needs to bend behind its terminal, in millimetres, by printed size; a size that is not in it needs none of its own. */
  bendingRoom: { leastMm: Readonly<Record<string, number>>; basis: string }
  /** Highest device in amps that a size may stand behind, whatever its ampacity. */
  deviceCapA: Readonly<Record<string, number>>
  /** Characteristics that instantaneous trips are sold in; empty where the device's own multiple is declared instead. */
  breakerCurves: readonly string[]
  /** Whether residual-current devices come in the types AC, A, F and B. */
  residualTypes: boolean
  /** Ampacity of conductors whose terminals are not marked for 75 °C, up to `unmarkedUpToA`; `null` where terminals are not told apart. */
  unmarked: { upToA: number; ampacityA: Readonly<Record<string, number>> } | null
  /** The conductor of an electrode, in the pack's printed sizes (E-12). */
  electrodeConductor: ElectrodeConductorSizes
  /** Texts of the warning labels. */
  warnings: WarningTexts
  limits: Limits
}
