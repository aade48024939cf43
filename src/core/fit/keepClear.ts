import type { FitDetails } from '../installation/fit'

/** Distance that a kind of obstacle wants, whatever the unit's own, and why. */
export interface KeepClear {
  mm: number
  basis: string
}

const LOCAL = 'Planning default; the maker’s manual and local fire rules come first.'

/** Extra distances by kind of obstacle (F-1); windows by who stays behind them. */
export const KEEP_CLEAR: Readonly<Record<string, KeepClear>> = {
  'window.sleep': { mm: 1000, basis: `People sleep behind it. ${LOCAL}` },
  'window.sit': { mm: 1000, basis: `People sit behind it. ${LOCAL}` },
  'window.other': { mm: 300, basis: LOCAL },
  door: { mm: 600, basis: LOCAL },
  exit: { mm: 900, basis: `A way out stays passable when something burns. ${LOCAL}` },
  gasMeter: { mm: 500, basis: `Gas and switching apart. ${LOCAL}` },
  waterMeter: { mm: 150, basis: LOCAL },
  pipe: { mm: 50, basis: LOCAL },
  socket: { mm: 50, basis: LOCAL },
  vehicle: { mm: 300, basis: 'Where a vehicle can run into it; a barrier may take its place.' },
}

/** Reach of displays and isolators above the floor (F-1). */
export const REACH_MM = { min: 450, max: 1800 } as const

/** Kind of an obstacle as distances are looked up: a window by its room, as a sleeping room while that is not known. */
export const clearKind = ({ obstacle, room }: Pick<FitDetails['obstacle'], 'obstacle' | 'room'>): string =>
  obstacle === 'window' ? `window.${room ?? 'sleep'}` : obstacle

export const KIND_CLEAR_MM: Readonly<Record<string, number>> = Object.fromEntries(
  Object.entries(KEEP_CLEAR).map(([kind, { mm }]) => [kind, mm]),
)
