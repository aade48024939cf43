import type { OrderedSource } from '@/core/settings/sourceOrder'
import type { Phase } from '@/core/rules/rulePack'
import type { CommissioningStep } from './commissioning'

export type OnPhase = Phase | 'all'

export interface InverterSpec {
  name: string
  ratedW: number
  surgeVa: number
  /** How long it gives more than its rating before it trips. */
  surgeS: number
  phase: OnPhase
}

export interface ModuleSpec {
  name: string
  capacityWh: number
  limitW: number
}

export interface PvSpec {
  name: string
  coupling: 'ac' | 'dc'
  peakW: number
  azimuthDeg: number
  strings: number
  phase: OnPhase
  side: 'island' | 'grid'
  /** AC-coupled: held back between these while the house is an island; `null` where it is not. */
  curtailStartHz: number | null
  curtailStopHz: number | null
  tripHz: number | null
  /** Wait before it feeds in again. */
  restartS: number
}

export interface LoadSpec {
  tag: string
  name: string
  powerW: number
  duty: number
  phase: OnPhase
  backedUp: boolean
  circuitTag: string | null
  /** Apparent power while it starts; 0 for a load without a motor. */
  startVa: number
  startS: number
  kind: 'plain' | 'heatPump' | 'router'
}

export interface ResidualDeviceSpec {
  tag: string
  iDeltaNMa: number
  circuitTags: readonly string[]
  leakageMa: number
}

export interface VehicleSpec {
  capacityWh: number
  chargeW: number
  dischargeW: number
  floorSoc: number
  phase: OnPhase
}

export interface TransformerSpec {
  phase: Phase
  /** Phase whose conductor it really encloses, which way round, and what it makes of a watt. */
  enclosesPhase: Phase
  sign: 1 | -1
  ratio: number
  noiseW: number
}

/** A house as its stand-in is built: what hangs where, how much it can give and take, and how it is set as from the box. */
export interface HouseSpec {
  name: string
  seed: number
  nominalV: number
  nominalHz: number
  phases: readonly Phase[]
  /** Degrees of each phase. */
  anglesDeg: readonly number[]
  changeover: 'automatic' | 'manual'
  /** From the loss of the street to the island's voltage. */
  transferMs: number
  /** Gap at the return; 0 is seamless. */
  returnMs: number
  electrodeOhm: number
  inverters: readonly InverterSpec[]
  modules: readonly ModuleSpec[]
  chargeEfficiency: number
  dischargeEfficiency: number
  floorSoc: number
  standbyW: number
  pv: readonly PvSpec[]
  loads: readonly LoadSpec[]
  residualDevices: readonly ResidualDeviceSpec[]
  vehicle: VehicleSpec | null
  /** A battery from before that gives a constant power and knows nothing of the new one, in watts; 0 without one. */
  oldBatteryW: number
  transformers: readonly TransformerSpec[]
  order: readonly OrderedSource[]
  firmware: string
  /** Firmware without which pairing fails. */
  neededFirmware: string
  networkProfile: number
  /** Hours that its clock is wrong by. */
  clockWrongH: number
  settings: Readonly<Record<string, number>>
  /** How long each step of commissioning takes. */
  stepS: Readonly<Record<CommissioningStep, number>>
  startHour: number
  startSoc: number
}
