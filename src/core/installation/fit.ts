import type { DatumCorner } from '../fit/drillTemplate'
import type { WallPlace } from '../fit/exposure'
import type { EntrySide } from '../fit/placement'
import type { DataCarrier, DataSignal, ShieldEnds } from '../wiring/dataRun'

export const OBSTACLE_KINDS = [
  'window',
  'door',
  'exit',
  'gasMeter',
  'waterMeter',
  'pipe',
  'duct',
  'socket',
  'corner',
  'furniture',
  'vehicle',
  'reserved',
] as const
/** What stands in the way on a wall; `vehicle` is the stretch a vehicle can run into, `reserved` what is kept for later. */
export type ObstacleKind = (typeof OBSTACLE_KINDS)[number]
export const ROOMS = ['sleep', 'sit', 'other'] as const
export const SWINGS = ['none', 'left', 'right'] as const

/** What one document of the maker declares against the surroundings; a blank is `null`. */
export interface DeclaredOfUnit {
  minShoreKm: number | null
  ipCode: string | null
  minTempC: number | null
  maxTempC: number | null
  /** The same from a second document, where the first disagrees with it. */
  minShoreKm2: number | null
  ipCode2: string | null
}

/** What is particular to each thing of the physical work. Lengths in millimetres on a wall: x to the right, y up from the floor. Clock times in minutes after midnight. */
export interface FitDetails {
  wall: {
    form: 'wall' | 'floor'
    widthMm: number
    ceilingMm: number
    place: WallPlace | null
    behind: string | null
    entryXMm: number
    entryYMm: number
    floodMm: number | null
    datum: DatumCorner
  }
  obstacle: {
    wallTag: string
    obstacle: ObstacleKind
    room: (typeof ROOMS)[number] | null
    swing: (typeof SWINGS)[number]
    xMm: number
    yMm: number
    widthMm: number
    heightMm: number
  }
  board: {
    wallTag: string
    xMm: number
    yMm: number
    widthMm: number
    heightMm: number
    nonCombustible: boolean | null
    marginMm: number
    material: string | null
  }
  unit: {
    wallTag: string
    componentTag: string | null
    xMm: number | null
    yMm: number | null
    widthMm: number
    heightMm: number
    depthMm: number | null
    clearLeftMm: number
    clearRightMm: number
    clearTopMm: number
    clearBottomMm: number
    entrySide: EntrySide
    carriedBy: 'fixings' | 'feet'
    displayMm: number | null
    isolatorMm: number | null
    terminalMm: number | null
    reserveRightMm: number
    reserveTopMm: number
    holes: string | null
    torqueNm: number | null
    suppression: boolean | null
  } & DeclaredOfUnit
  foot: { unitTag: string; xMm: number; yMm: number; heightMm: number | null }
  lift: {
    massKg: number | null
    minutes: number
    crateEmptyKg: number | null
    modulesKg: string | null
    openMinutes: number
  }
  person: { licensed: boolean; fromMin: number; toMin: number }
  task: {
    minutes: number
    people: number
    licensed: boolean
    after: string | null
    powerOff: boolean
    /** Work on dead parts, under an isolation; left out: as its kind of task has it. */
    isolated?: boolean | null
    daylight: boolean
    dry: boolean
    visitTag: string | null
    earliestMin: number | null
    pinnedMin: number | null
    template: string | null
    leavesOpen: string | null
  }
  visit: { who: string; fromMin: number; toMin: number }
  dayRules: {
    powerOffFromMin: number
    powerOffToMin: number
    daylightFromMin: number | null
    daylightToMin: number | null
    dryFromMin: number | null
    dryToMin: number | null
  }
  material: {
    group: string
    unit: string
    planned: number
    vanPlace: string | null
    taskTag: string | null
    /** Short name of the delivery that brings it; left out: it is in the van. */
    deliveryTag?: string | null
    loaded: number | null
    used: number | null
    note: string | null
  }
  /** What comes to the site by itself: when, whether it is there, and who bought it. */
  delivery: {
    /** ISO date; `null`: nobody knows. */
    onDay: string | null
    fromMin: number | null
    arrived: boolean
    byCustomer: boolean
    /** Short names of the tasks that need it. */
    forTasks: string | null
    note: string | null
  }
  /** A data or control cable, or a wireless way, between two places. */
  dataRun: {
    from: string
    to: string
    carrier: DataCarrier | null
    signal: DataSignal | null
    /** Near and far pin of each core, such as `1-1 2-2`. */
    pinOut: string | null
    shield: ShieldEnds | null
    lengthM: number | null
    /** How far it may go by its maker; the standard of its signal counts where nothing is entered. */
    mostM: number | null
    neededInOutage: boolean | null
  }
  snag: {
    wallTag: string | null
    xMm: number | null
    yMm: number | null
    place: string | null
    who: string | null
    due: string | null
    clearedOn: string | null
    clearedBy: string | null
  }
}

export type FitKind = keyof FitDetails
export const FIT_KINDS = [
  'wall',
  'obstacle',
  'board',
  'unit',
  'foot',
  'lift',
  'person',
  'task',
  'visit',
  'dayRules',
  'material',
  'delivery',
  'dataRun',
  'snag',
] as const satisfies readonly FitKind[]
/** What a hand may write down too; the rest is the lead's and the office's plan. */
export const HAND_FIT_KINDS: readonly FitKind[] = ['foot', 'material', 'delivery', 'snag']

/** One thing of the wall, the day or the van. */
export type FitItem<K extends FitKind = FitKind> = {
  [Kind in K]: { id: string; kind: Kind; tag: string; name: string; sort: number; detail: FitDetails[Kind] }
}[K]

/** The things of one kind, in their order. */
export const fitOf = <K extends FitKind>(items: readonly FitItem[], kind: K): FitItem<K>[] =>
  items.filter((item) => item.kind === kind) as unknown as FitItem<K>[]

/** A component that was taken out and replaced under the same short name; append-only. */
export interface Replacement {
  id: string
  componentTag: string
  /** Serial that was on record then; `null` when there was none. */
  oldSerial: string | null
  cause: ReplacementCause
  reason: string
  replacedAt: string
  replacedByName: string
}
export const REPLACEMENT_CAUSES = ['deadOnArrival', 'warranty', 'damaged', 'wrongPart'] as const
export type ReplacementCause = (typeof REPLACEMENT_CAUSES)[number]
export const REPLACEMENT_WORDS: Readonly<Record<ReplacementCause, string>> = {
  deadOnArrival: 'dead on arrival',
  warranty: 'under warranty',
  damaged: 'damaged on site',
  wrongPart: 'the wrong part',
}
