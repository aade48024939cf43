import { PHASES, type Phase } from '../rules/rulePack'

/** What a gateway says of one moment. In from the street, out of battery, vehicle and PV, and drawn by the house are above 0; `null` is not given. */
export interface LivePower {
  gridW: number | null
  pvW: number | null
  batteryW: number | null
  houseW: number | null
  vehicleW: number | null
  heatPumpW: number | null
  socPercent: number | null
  streetV: number | null
  houseV: number | null
  houseHz: number | null
  mode: LiveMode | null
  /** In from the street by phase, as the meter's transformers say; a phase that is not given is left out. */
  gridPhaseW: PhaseWatts
}

export type PhaseWatts = Readonly<Partial<Record<Phase, number>>>

export const LIVE_MODES = ['street', 'transferring', 'island', 'dark'] as const
/** What carries the house: the street, the changeover that is under way, its own sources, or nothing; by its place a gateway numbers it. */
export type LiveMode = (typeof LIVE_MODES)[number]

const FIGURES = [
  'gridW',
  'pvW',
  'batteryW',
  'houseW',
  'vehicleW',
  'heatPumpW',
  'socPercent',
  'streetV',
  'houseV',
  'houseHz',
] as const

const asFigure = (value: unknown): number | null => (typeof value === 'number' && Number.isFinite(value) ? value : null)

function phaseWattsOf(given: unknown): PhaseWatts {
  if (typeof given !== 'object' || given === null) return {}
  const watts = given as Readonly<Record<string, unknown>>
  return Object.fromEntries(
    PHASES.flatMap((phase) => {
      const value = Object.hasOwn(watts, phase) ? asFigure(watts[phase]) : null
      return value === null ? [] : [[phase, value]]
    }),
  )
}

/**
 * Live values from whatever a device gave: what is no figure is not given. A mode comes as its word or its number.
 *
 * @example livePowerOf({ gridW: 300, mode: 2 }).mode // 'island'
 */
export function livePowerOf(given: Readonly<Record<string, unknown>>): LivePower {
  const figures = Object.fromEntries(FIGURES.map((key) => [key, asFigure(given[key])])) as Pick<
    LivePower,
    (typeof FIGURES)[number]
  >
  const mode = typeof given.mode === 'number' ? LIVE_MODES[given.mode] : LIVE_MODES.find((word) => word === given.mode)
  return { ...figures, mode: mode ?? null, gridPhaseW: phaseWattsOf(given.gridPhaseW) }
}
