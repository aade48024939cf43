import type { FitDetails } from '../installation/fit'
import type { ComponentKind, NamedSourceUnit } from '../installation/installation'

type UnitFigures = Pick<
  NamedSourceUnit,
  | 'inverterBatteryW'
  | 'inverterAcW'
  | 'batterySideOnly'
  | 'inverterSurgeVa'
  | 'surgeS'
  | 'coldFactor'
  | 'legW'
  | 'moduleW'
  | 'moduleSurgeVa'
  | 'mostModules'
  | 'mostInParallel'
  | 'pvInputs'
>

/** What a unit needs on a wall. */
export const SIZE_NAMES = [
  'widthMm',
  'heightMm',
  'depthMm',
  'clearLeftMm',
  'clearRightMm',
  'clearTopMm',
  'clearBottomMm',
  'entrySide',
  'carriedBy',
  'displayMm',
  'isolatorMm',
  'terminalMm',
  'holes',
  'torqueNm',
  'minShoreKm',
  'ipCode',
  'minTempC',
  'maxTempC',
] as const satisfies readonly (keyof FitDetails['unit'])[]

type Blankable<T> = { [K in keyof T]?: T[K] | null }

/** What the maker declares of one piece of equipment; a figure that is missing is not known. Shares are 0…1. */
export type EquipmentFigures = Blankable<UnitFigures> &
  Blankable<Pick<FitDetails['unit'], (typeof SIZE_NAMES)[number]>> & {
    usableWh?: number | null
    nominalWh?: number | null
    depthOfDischarge?: number | null
    dischargeEfficiency?: number | null
    standbyW?: number | null
    gatewayA?: number | null
    pvRatingW?: number | null
  }

/** A piece of equipment as the crew's library has it in one of its revisions. */
export interface Equipment {
  id: string
  /** Counted from 1. */
  revision: number
  revisionId: string
  kind: ComponentKind
  name: string
  model: string
  minimumFirmware: string | null
  /** The document its figures were read in. */
  source: string | null
  figures: EquipmentFigures
}
