/** One electrode in uniform soil, all lengths in metres. A disc is a horizontal round plate. */
export type Electrode =
  | { kind: 'rod'; lengthM: number | null; diameterM: number | null }
  | { kind: 'disc'; radiusM: number | null; depthM: number | null }
  | { kind: 'conductor'; lengthM: number | null; diameterM: number | null; depthM: number | null }

export type ElectrodeFormula = 'rod' | 'disc' | 'surfaceDisc' | 'conductor'

export interface ElectrodeResistance {
  resistanceOhm: number
  /** Which formula it was: a disc shallower than its radius is taken as one on the surface, the safe figure. */
  formula: ElectrodeFormula
}

/** Every size of the electrode, or `null` while one is missing. */
function sizesOf<T extends object>(electrode: T): { [K in keyof T]: NonNullable<T[K]> } | null {
  return Object.values(electrode).some((size) => size === null) ? null : (electrode as never)
}

function rodOhm(soilOhmM: number, lengthM: number, diameterM: number): number {
  return (soilOhmM / (2 * Math.PI * lengthM)) * (Math.log((8 * lengthM) / diameterM) - 1)
}

function discOhm(soilOhmM: number, radiusM: number, depthM: number): number {
  const toImageM = 2 * depthM
  const ratio = (radiusM / toImageM) ** 2
  const image = (soilOhmM / (4 * Math.PI * toImageM)) * (1 - (7 / 12) * ratio + (33 / 40) * ratio ** 2)
  return soilOhmM / (8 * radiusM) + image
}

function conductorOhm(soilOhmM: number, lengthM: number, diameterM: number, depthM: number): number {
  return (soilOhmM / (Math.PI * lengthM)) * (Math.log((2 * lengthM) / Math.sqrt(diameterM * depthM)) - 1)
}

/**
 * E-1: resistance to earth of one electrode in uniform soil of `soilOhmM`, by the usual closed formulas for a rod, a buried disc and a
 * buried conductor. A plan's figure: it proves nothing until the electrode is measured.
 *
 * @returns `null` while the soil or a size is not known
 * @example
 * electrodeResistance({ kind: 'rod', lengthM: 2.4, diameterM: 0.0172 }, 85) // => { resistanceOhm: 33.92…, formula: 'rod' }
 */
export function electrodeResistance(electrode: Electrode, soilOhmM: number | null): ElectrodeResistance | null {
  if (soilOhmM === null) return null
  const known = sizesOf(electrode)
  if (known === null) return null
  if (known.kind === 'rod') return { resistanceOhm: rodOhm(soilOhmM, known.lengthM, known.diameterM), formula: 'rod' }
  if (known.kind === 'conductor')
    return { resistanceOhm: conductorOhm(soilOhmM, known.lengthM, known.diameterM, known.depthM), formula: 'conductor' }
  return known.depthM >= known.radiusM
    ? { resistanceOhm: discOhm(soilOhmM, known.radiusM, known.depthM), formula: 'disc' }
    : { resistanceOhm: soilOhmM / (4 * known.radiusM), formula: 'surfaceDisc' }
}

/**
 * E-1, Wenner: soil resistivity in Ω·m from four probes in a line, `2π·a·R`.
 *
 * @returns `null` while the spacing or the reading is missing, and for probes that stand in one place
 * @example
 * wennerSoilOhmM(3, 4.87) // => 91.797…
 */
export function wennerSoilOhmM(spacingM: number | null, readingOhm: number | null): number | null {
  if (spacingM === null || readingOhm === null || spacingM <= 0) return null
  return 2 * Math.PI * spacingM * readingOhm
}
