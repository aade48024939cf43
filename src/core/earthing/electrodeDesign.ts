import { atMost } from '../quantity/tolerance'
import { rodsForTarget } from './electrodeLine'
import { type Electrode, electrodeResistance } from './electrodeResistance'

/** One way to reach a target, with what it takes. */
export interface ElectrodeOption {
  kind: 'rods' | 'deepRod' | 'disc' | 'trench'
  /** By the closed formulas; a plan's figure. */
  resistanceOhm: number
  reached: boolean
  /** Rods in a line, and how far apart. */
  count?: number
  spacingM?: number
  lengthM?: number
  radiusM?: number
  depthM?: number
  /** Earth that has to be moved by hand, in m³; 0 where it is driven. */
  diggingM3: number
  /** How far down it goes: what is buried there has to be found first. */
  deepestM: number
}

const ROD_DIAMETER_M = 0.016
const ROD_LENGTH_M = 2.4
/** Rods stand two lengths apart: nearer, they take from each other. */
const ROD_SPACING_M = 2 * ROD_LENGTH_M
/** Sections of 1.2 m, driven one on the other. */
const DEEP_ROD_LENGTHS_M = [3.6, 4.8, 6, 7.2, 8.4, 9.6] as const
const DISC_RADII_M = [0.15, 0.3, 0.45, 0.6] as const
const DISC_DEPTH_M = 0.8
const TRENCH_LENGTHS_M = [6, 10, 15, 20, 30, 40] as const
const TRENCH_DEPTH_M = 0.6
const TRENCH_WIDTH_M = 0.3
const STRIP_DIAMETER_M = 0.008

/** The first of ascending sizes that reaches the target, or else the largest. */
function firstReaching<Size extends number>(
  sizes: readonly Size[],
  electrodeOf: (size: Size) => Electrode,
  soilOhmM: number,
  targetOhm: number,
): { size: Size; resistanceOhm: number; reached: boolean } {
  const tried = sizes.map((size) => ({
    size,
    resistanceOhm: electrodeResistance(electrodeOf(size), soilOhmM)?.resistanceOhm ?? Infinity,
  }))
  const found = tried.find(({ resistanceOhm }) => atMost(resistanceOhm, targetOhm))
  const best = found ?? tried.at(-1)!
  return { ...best, reached: found !== undefined }
}

function rods(soilOhmM: number, targetOhm: number): ElectrodeOption {
  const single: Electrode = { kind: 'rod', lengthM: ROD_LENGTH_M, diameterM: ROD_DIAMETER_M }
  const singleOhm = electrodeResistance(single, soilOhmM)?.resistanceOhm ?? Infinity
  const line = { singleOhm, soilOhmM, spacingM: ROD_SPACING_M }
  const found = rodsForTarget({ ...line, targetOhm })
  return {
    kind: 'rods',
    count: found?.count ?? 1,
    resistanceOhm: found?.totalOhm ?? singleOhm,
    reached: found !== null,
    spacingM: ROD_SPACING_M,
    lengthM: ROD_LENGTH_M,
    diggingM3: 0,
    deepestM: ROD_LENGTH_M,
  }
}

function deepRod(soilOhmM: number, targetOhm: number): ElectrodeOption {
  const rodOf = (lengthM: number): Electrode => ({ kind: 'rod', lengthM, diameterM: ROD_DIAMETER_M })
  const { size, ...found } = firstReaching(DEEP_ROD_LENGTHS_M, rodOf, soilOhmM, targetOhm)
  return { kind: 'deepRod', ...found, lengthM: size, diggingM3: 0, deepestM: size }
}

function disc(soilOhmM: number, targetOhm: number): ElectrodeOption {
  const discOf = (radiusM: number): Electrode => ({ kind: 'disc', radiusM, depthM: DISC_DEPTH_M })
  const { size, ...found } = firstReaching(DISC_RADII_M, discOf, soilOhmM, targetOhm)
  const diggingM3 = Math.PI * (size + 0.1) ** 2 * DISC_DEPTH_M
  return { kind: 'disc', ...found, radiusM: size, depthM: DISC_DEPTH_M, diggingM3, deepestM: DISC_DEPTH_M }
}

function trench(soilOhmM: number, targetOhm: number): ElectrodeOption {
  const stripOf = (lengthM: number): Electrode => ({
    kind: 'conductor',
    lengthM,
    diameterM: STRIP_DIAMETER_M,
    depthM: TRENCH_DEPTH_M,
  })
  const { size, ...found } = firstReaching(TRENCH_LENGTHS_M, stripOf, soilOhmM, targetOhm)
  return {
    kind: 'trench',
    ...found,
    lengthM: size,
    depthM: TRENCH_DEPTH_M,
    diggingM3: size * TRENCH_DEPTH_M * TRENCH_WIDTH_M,
    deepestM: TRENCH_DEPTH_M,
  }
}

/**
 * E-1 and E-2 the other way round: what reaches a target in soil of `soilOhmM`, with the dry season in it. Each kind with the least of it
 * that does, those that reach it first and with the least digging first. Plans: none of them counts until it is measured.
 *
 * @returns `[]` while the soil is not known
 * @throws RangeError when the target is not above 0 or the seasonal factor below 1
 * @example
 * electrodeDesign({ soilOhmM: 100, targetOhm: 100, seasonalFactor: 1.5 })[0]
 * // => { kind: 'rods', count: 1, resistanceOhm: 40.4…, reached: true, … }
 */
export function electrodeDesign(input: {
  soilOhmM: number | null
  targetOhm: number
  seasonalFactor: number
}): ElectrodeOption[] {
  const { soilOhmM, targetOhm, seasonalFactor } = input
  if (!(targetOhm > 0)) throw new RangeError(`targetOhm must be above 0, got ${targetOhm}`)
  if (!(seasonalFactor >= 1)) throw new RangeError(`seasonalFactor must be 1 or more, got ${seasonalFactor}`)
  if (soilOhmM === null) return []
  const today = targetOhm / seasonalFactor
  return [rods, deepRod, disc, trench]
    .map((option) => option(soilOhmM, today))
    .sort((a, b) => Number(b.reached) - Number(a.reached) || a.diggingM3 - b.diggingM3 || a.deepestM - b.deepestM)
}

/** Usual resistivity of moist soil by kind, in Ω·m: a first guess, said to be one, until somebody measures. */
export const USUAL_SOIL_OHM_M = { clay: 50, loam: 100, sand: 500, gravel: 1000, rock: 3000 } as const
